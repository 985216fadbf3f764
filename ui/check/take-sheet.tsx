import { useState } from 'react';
import { catalogue } from '@/catalogue';
import type { Report } from '@/core/assess';
import { seenInTake } from '@/core/diagnose';
import { capital, clockText, figure } from '@/core/format';
import type { Setup } from '@/core/model';
import { causeIn, channelName, type Mark, type TakeFinding, type TakeReport } from '@/core/take';
import { gateTitle, nameIn, StatusMark, washOf } from '../components';
import { AllFigures } from './all-figures';
import { Comparison } from './comparison';
import { Editor } from './editor';
import { Player } from './player';
import { SpectrumChart } from './spectrum-chart';
import { ToMend } from './to-mend';
import type { Take } from './use-takes';
import { Waveform } from './waveform';

interface Props {
  readonly take: Take;
  readonly measured: TakeReport;
  readonly setup: Setup;
  readonly report: Report | null;
}

/** Everything that was found in one take: what is wrong first, with its places in the picture. */
export function TakeSheet({ take, measured, setup, report }: Props) {
  const { findings, loudness, perChannel, channels } = measured;
  const wrong = findings.filter((f) => f.status === 'fail' || f.status === 'caution');
  const [editing, setEditing] = useState(false);
  const [chosen, setChosen] = useState<TakeFinding | null>(null);
  const lit = chosen ?? wrong[0] ?? null;
  const lufs = loudness.integratedLufs;
  return (
    <section aria-label={take.name} className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h2 className="font-bold text-lg">
          {wrong.length === 0
            ? 'Nothing wrong was found'
            : wrong.length === 1
              ? 'One thing to look at'
              : `${wrong.length} things to look at`}
        </h2>
        <p className="text-soft">
          <span className="font-mono">{clockText(measured.seconds)}</span>,{' '}
          {channels === 1 ? 'mono' : `${channels} channels`},{' '}
          <span className="font-mono">{figure(measured.rateHz / 1000, 1)}</span> kHz
          {lufs !== null && (
            <>
              , <span className="font-mono">{figure(lufs, 1)}</span> LUFS
            </>
          )}
          {loudness.rangeLu !== null && (
            <>
              , range <span className="font-mono">{figure(loudness.rangeLu, 1)}</span> LU
            </>
          )}
        </p>
      </div>
      <ToMend setup={setup} seen={seenInTake(findings)} />
      <div className="flex flex-col gap-4 desk:grid desk:grid-cols-[minmax(0,1fr)_26rem] desk:items-start">
        <div className="order-2 flex min-w-0 flex-col gap-3 desk:order-1">
          {perChannel.slice(0, 8).map((c, i) => (
            <Waveform
              // biome-ignore lint/suspicious/noArrayIndexKey: channels have no other name
              key={i}
              name={channelName(i, channels) || 'the take'}
              outline={c.outline}
              seconds={measured.seconds}
              marks={marksFor(lit, i)}
              status={lit?.status ?? 'pass'}
            />
          ))}
          <Player name={take.name} file={take.file} />
          <SpectrumChart measured={measured} />
        </div>
        <ol aria-label="Findings" className="order-1 flex flex-col gap-1.5 desk:order-2">
          {findings.map((f) => (
            <li key={`${f.what} ${f.channel} ${f.sentence}`}>
              <button
                type="button"
                aria-pressed={f === lit}
                onClick={() => setChosen(f)}
                className={`w-full rounded-xl border p-2.5 text-left ${washOf(f.status)} ${f === lit ? 'border-2 border-accent' : 'border-rule'}`}
              >
                <span className="flex items-start gap-2">
                  <StatusMark status={f.status} />
                  <span className="min-w-0 flex-1">
                    <span className="font-semibold first-letter:uppercase">{capital(f.sentence)}</span>
                    {f.next !== '' && <span className="mt-0.5 block">{f.next}</span>}
                    {f.status !== 'pass' && <Cause finding={f} setup={setup} report={report} />}
                    <Places marks={f.marks} />
                    {f.limit !== null && (f.status !== 'pass' || f === lit) && (
                      <span className="mt-0.5 block text-soft text-sm">
                        Limit {shown(f.limit)} {f.unit} ({f.source})
                        {f.gates.length > 0 && `; ${f.gates.map((g) => gateTitle(g)).join(', ')}`}.
                      </span>
                    )}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ol>
      </div>
      <AllFigures measured={measured} />
      <details className="rounded-xl border border-rule bg-card p-3" onToggle={(e) => setEditing(e.currentTarget.open)}>
        <summary className="min-h-10 cursor-pointer py-2 font-bold">Edit it, or make a sample of it</summary>
        {editing && <Editor name={take.name} file={take.file} measured={measured} />}
      </details>
      {report && <Comparison measured={measured} setup={setup} report={report} />}
    </section>
  );
}

const shown = (x: number): string => String(Math.round(10 * x) / 10).replace('-', '−');
const marksFor = (f: TakeFinding | null, channel: number): readonly Mark[] =>
  f && (f.channel === null || f.channel === channel) ? f.marks : [];

/** Where in this setup it most likely comes from. */
function Cause({ finding, setup, report }: { readonly finding: TakeFinding } & Pick<Props, 'setup' | 'report'>) {
  const cause = report && causeIn(finding, report, setup, catalogue, (part) => nameIn(setup, part));
  return cause ? <span className="mt-0.5 block">In this setup {cause}</span> : null;
}

function Places({ marks }: { readonly marks: readonly Mark[] }) {
  if (marks.length === 0) return null;
  const told = marks.slice(0, 6).map((m) => clockText(m.at));
  return (
    <span className="mt-0.5 block font-mono text-sm">
      at {told.join(', ')}
      {marks.length > told.length && ` and ${marks.length - told.length} more`}
    </span>
  );
}
