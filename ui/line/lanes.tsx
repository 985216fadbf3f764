'use client';
import type { ReactNode } from 'react';
import type { Report } from '@/core/assess';
import type { GateName, Lane } from '@/core/gates';
import type { Setup } from '@/core/model';
import { type Layout, SignalLane } from '../bench';
import { classOf, lower, nameIn, partName } from '../kit';
import type { Lit } from './focus';
import { GroundLane, groundWords } from './ground-lane';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly layout: Layout;
  readonly lit: Lit;
}

/** Four lanes on the same horizontal places as the parts. */
export function Lanes(props: Props) {
  const { setup, report, layout, lit } = props;
  const say = (lane: Lane): string => report.verdicts.find((v) => v.lane === lane && v.status !== 'pass')?.brief ?? '';
  return (
    <div className="mt-3 flex flex-col gap-2">
      <LaneCard name="signal" about="dBu along the line: ceiling, peaks, average, noise" lit={lit}>
        <SignalLane setup={setup} report={report} layout={layout} />
      </LaneCard>
      <LaneCard name="power" about={say('power') || 'who feeds whom'} lit={lit}>
        <Tokens layout={layout} tokens={powerTokens(setup, report)} />
      </LaneCard>
      <LaneCard name="ground" about={groundWords(setup, report)} lit={lit}>
        <GroundLane setup={setup} report={report} layout={layout} />
      </LaneCard>
      <LaneCard name="return" about={returnWords(setup, report)} lit={lit}>
        <Tokens layout={layout} tokens={returnTokens(report)} />
      </LaneCard>
    </div>
  );
}

function LaneCard({
  name,
  about,
  lit,
  children,
}: {
  readonly name: Lane;
  readonly about: string;
  readonly lit: Lit;
  readonly children: ReactNode;
}) {
  const on = lit.lane === name;
  return (
    <section
      aria-label={`${name} lane`}
      className={`rounded-xl border bg-card py-1.5 ${on ? (lit.wrong ? 'border-fail' : 'border-accent') : 'border-rule'}`}
    >
      <h2 className="px-3">
        <span className="mr-3 font-bold text-accent">{name}</span>
        <span className="text-soft text-sm">{about}</span>
      </h2>
      {children}
    </section>
  );
}

interface Token {
  readonly part: string;
  readonly top: string;
  readonly bottom: string;
  readonly wrong: boolean;
}

/** Small facts under their parts; on a phone, one below another with the part's name. */
function Tokens({ layout, tokens }: { readonly layout: Layout; readonly tokens: readonly Token[] }) {
  if (tokens.length === 0) return null;
  return (
    <ul
      className="flex flex-wrap gap-1 px-3 pb-1 desk:grid desk:grid-flow-row-dense desk:gap-0 desk:px-0"
      style={{ gridTemplateColumns: `repeat(${layout.columns + 1}, minmax(0, 1fr))` }}
    >
      {tokens.map((t) => (
        <li
          key={`${t.part} ${t.top}`}
          className={`rounded-lg px-2 py-0.5 text-center text-sm leading-tight desk:mx-1 ${t.wrong ? 'bg-fail-wash text-fail' : 'bg-paper'}`}
          style={{ gridColumn: layout.spots.find((s) => s.part === t.part)!.column + 1 }}
        >
          <span className="block">{t.top}</span>
          <span className="block font-mono font-semibold">{t.bottom}</span>
        </li>
      ))}
    </ul>
  );
}

const hours = (minutes: number | null): string =>
  minutes === null ? 'on a charger' : minutes < 120 ? `${minutes.toFixed(0)} min` : `${(minutes / 60).toFixed(1)} h`;

/** Whether a gate has found a part wanting; a token has no judgement of its own. */
const fails = (report: Report, gate: GateName, part: string, unit?: string): boolean =>
  report.verdicts
    .find((v) => v.gate === gate)!
    .findings.some((f) => f.status === 'fail' && f.part === part && (unit === undefined || f.unit === unit));

function powerTokens(setup: Setup, report: Report): readonly Token[] {
  const cells = report.runtimes.map((r) => ({
    part: r.part,
    top: r.part === report.device ? 'battery' : 'own cell',
    bottom: hours(r.minutes),
    wrong: fails(report, 'powered', r.part, 'min'),
  }));
  const draws = report.usb.flatMap((s) =>
    s.pieces.map((p) => ({
      part: p.part,
      top: s.part === report.device ? 'from the port' : 'from above',
      bottom: `${p.drawMa.toFixed(0)}/${s.supplyMa.toFixed(0)} mA`,
      wrong: s.loadMa > s.supplyMa,
    })),
  );
  const mains = setup.parts
    .filter((p) => classOf(p).needs?.includes('mains'))
    .map((p) => ({ part: p.id, top: 'from the', bottom: 'mains', wrong: fails(report, 'powered', p.id, 'outlets') }));
  return [...cells, ...mains, ...draws.filter((d, i) => draws.findIndex((o) => o.part === d.part) === i)];
}

function returnTokens(report: Report): readonly Token[] {
  return report.ears.map((e) => ({
    part: e.part,
    top: 'left, right',
    bottom: `${e.leftSpl.toFixed(0)}, ${e.rightSpl.toFixed(0)} dB`,
    wrong: fails(report, 'heard', e.part),
  }));
}

function returnWords(setup: Setup, report: Report): string {
  const heard = report.verdicts.find((v) => v.gate === 'heard')!;
  if (heard.status !== 'pass' || report.ears.length === 0) return heard.sentence;
  const steps = setup.job.hearing === 'myself' ? report.delays.own : report.delays.far;
  const ms = steps.reduce((sum, s) => sum + s.ms, 0);
  const late =
    ms === 0
      ? ''
      : setup.job.hearing === 'myself'
        ? `, ${ms.toFixed(0)} ms late`
        : `; they hear you after ${ms.toFixed(0)} ms`;
  const from = setup.parts.find((p) => p.id === report.playbackPart);
  return `${from ? partName(from) : 'the device'} plays to ${report.ears.map((e) => lower(nameIn(setup, e.part))).join(', ')}${late}`;
}
