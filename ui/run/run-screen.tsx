'use client';
import { Printer } from 'lucide-react';
import { type ReactNode, useMemo } from 'react';
import { catalogue } from '@/catalogue';
import type { Report } from '@/core/assess';
import { fragmentOf, piecesOf } from '@/core/hand';
import { seenIn } from '@/core/log';
import type { Setup } from '@/core/model';
import { orderCsv, patchCsv, type RunSheet, runSheet } from '@/core/run';
import { about, Button, gateTitle, keepEntry, useAll, useDrawer, useFirstAid, useReport } from '../components';
import { Code, useServer } from '../hand';
import { jobSentence } from '../job';
import { SetupPicker, SetupScreen } from '../setup';
import { HandOver, Screen, saveFile, tell } from '../shell';
import { KnobScale } from './knob-scale';
import { TickList } from './tick-list';
import { useTicks } from './use-ticks';

export const RunScreen = () => <SetupScreen name="Run">{(kept) => <Run key={kept.id} setup={kept} />}</SetupScreen>;

function Run({ setup }: { readonly setup: Setup }) {
  const { report, problem } = useReport(setup);
  if (problem)
    return (
      <Screen title={<SetupPicker setup={setup} />}>
        <p className="rounded-xl border border-fail bg-fail-wash p-4">This setup cannot be computed. {problem}</p>
      </Screen>
    );
  if (!report || report.setup !== setup.id) return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  return <Sheet setup={setup} report={report} />;
}

/** All that is wanted on the table, on one page: ticked on the phone, or printed. */
function Sheet({ setup, report }: { readonly setup: Setup; readonly report: Report }) {
  const sheet = useMemo(() => runSheet(setup, report, catalogue), [setup, report]);
  const { ticks, tick, clear } = useTicks(setup);
  const lists = { ticks, onTick: tick };
  const all = [
    ...sheet.bags.flatMap((b) => b.things),
    ...sheet.plugging,
    ...sheet.shows,
    ...sheet.tap,
    ...sheet.peak,
    ...sheet.noise,
    ...sheet.hears,
    ...sheet.power,
  ];
  const done = all.filter((s) => ticks[s.id] !== undefined);
  const end = async (went: 'well' | 'badly') => {
    const told = done.map((s) => `${ticks[s.id]} ${s.text}`).join('\n');
    const isKept = await keepEntry('Enter the run', {
      name: `Run: ${setup.name}`,
      did: 'used',
      ...about(setup),
      went,
      note: `${done.length} of ${all.length} ticked.\n${told}`.slice(0, 3900),
    });
    if (!isKept) return;
    await clear();
    tell('It is in the log, with the times. The sheet is blank again.');
  };
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under={jobSentence(setup.job)}
      actions={
        <>
          <HandOver kind="setup" id={setup.id} />
          <Button onClick={() => saveFile(`${setup.id}.patch.csv`, patchCsv(setup, catalogue), 'text/csv')}>
            Patch list
          </Button>
          <Button onClick={() => saveFile(`${setup.id}.order.csv`, orderCsv(sheet), 'text/csv')}>Order</Button>
          <Button look="main" onClick={() => window.print()}>
            <Printer size={18} aria-hidden /> Print
          </Button>
        </>
      }
    >
      <Standing sheet={sheet} />
      <div className="mt-3 gap-5 print:mt-1.5 desk:columns-2 print:columns-3 print:gap-4">
        <Section title="Pack">
          {sheet.bags.map(({ bag, things }) => (
            <div key={bag} className="mb-2">
              <h3 className="mb-0.5 font-semibold text-soft print:text-[9pt]">{bag}</h3>
              <TickList steps={things} {...lists} />
            </div>
          ))}
        </Section>
        <Section title="Plug, in this order">
          {sheet.danger ? (
            <p className="font-semibold">No order is given while something can be harmed.</p>
          ) : (
            <TickList steps={sheet.plugging} inOrder {...lists} />
          )}
        </Section>
        {sheet.knobs.length > 0 && (
          <Section title="Knobs">
            {sheet.knobs.map((p) => (
              <div key={p.part} className="mb-2 break-inside-avoid">
                <h3 className="font-semibold text-soft print:text-[9pt]">{p.name}</h3>
                <ul className="flex flex-wrap gap-x-4 gap-y-1">
                  {p.knobs.map((k) => (
                    <li key={k.spec.id}>
                      <KnobScale spec={k.spec} at={k.at} />
                    </li>
                  ))}
                </ul>
              </div>
            ))}
          </Section>
        )}
        <Section title="The device shows">
          <TickList steps={sheet.shows} {...lists} />
        </Section>
        <Section title="Three checks">
          <Check title="Tap" steps={sheet.tap} {...lists} />
          <Check title="Peak" steps={sheet.peak} {...lists} />
          <Check title="Noise" steps={sheet.noise} {...lists} />
        </Section>
        {sheet.hears.length > 0 && (
          <Section title="Who hears whom">
            <TickList steps={sheet.hears} {...lists} />
          </Section>
        )}
        {sheet.power.length > 0 && (
          <Section title={`Power, for ${setup.job.minutes} minutes`}>
            <TickList steps={sheet.power} {...lists} />
          </Section>
        )}
        <Section title="Take care">
          <ul className="list-disc pl-5 print:pl-3.5 print:leading-tight">
            {sheet.cautions.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
          <p className="mt-1 text-soft text-sm print:text-[9pt]">Local codes and licensed practice come first.</p>
        </Section>
        <FirstAidSection setup={setup} />
        <CodeSection setup={setup} />
      </div>
      <section
        aria-label="End of the run"
        className="mt-4 flex flex-wrap items-center gap-2 rounded-xl border border-rule bg-card p-4 print:hidden"
      >
        <p className="min-w-0 flex-1 basis-60">
          <b>
            {done.length} of {all.length} ticked.
          </b>{' '}
          When it is over, the log keeps the times.
        </p>
        <Button look="main" className="min-h-12" onClick={() => void end('well')}>
          It went well
        </Button>
        <Button className="min-h-12" onClick={() => void end('badly')}>
          It went badly
        </Button>
        {done.length > 0 && <Button onClick={() => void clear()}>Begin anew</Button>}
      </section>
    </Screen>
  );
}

/** Whether one should go out with it at all. */
function Standing({ sheet }: { readonly sheet: RunSheet }) {
  if (sheet.failing.length === 0)
    return (
      <p className="rounded-xl border-2 border-pass bg-pass-wash px-3 py-2 font-bold text-lg print:border print:px-2 print:py-0.5 print:text-[10pt]">
        All gates pass. Works as drawn.
      </p>
    );
  return (
    <div role="alert" className="rounded-xl border-2 border-fail bg-fail-wash px-3 py-2 print:border">
      <p className="font-bold text-lg">
        Not yet: {sheet.failing.map((g) => gateTitle(g as Parameters<typeof gateTitle>[0])).join(', ')}{' '}
        {sheet.failing.length === 1 ? 'fails' : 'fail'}. Do not go out with it: Line says why and has the fix.
      </p>
      {sheet.danger && <p>{sheet.danger}</p>}
    </div>
  );
}

const Section = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <section
    aria-label={title}
    className="mb-4 break-inside-avoid-column rounded-xl border border-rule bg-card p-3 print:mb-2 print:break-inside-auto print:rounded-none print:border-0 print:border-ink print:border-t print:p-0 print:pt-1"
  >
    <h2 className="mb-1.5 break-after-avoid font-bold text-xl print:mb-0.5 print:text-[11pt]">{title}</h2>
    {children}
  </section>
);

function Check({ title, ...list }: { readonly title: string } & Parameters<typeof TickList>[0]) {
  return (
    <div className="mb-2">
      <h3 className="mb-0.5 font-semibold text-soft print:text-[9pt]">{title}</h3>
      {list.steps.length > 0 ? <TickList {...list} /> : <p>Nothing arrives.</p>}
    </div>
  );
}

function FirstAidSection({ setup }: { readonly setup: Setup }) {
  const entries = useAll('entries');
  const seen = useMemo(() => (entries ? seenIn(entries) : undefined), [entries]);
  const { aid, share } = useFirstAid(setup, useDrawer(), seen);
  return (
    <Section title="If it fails">
      {aid === null ? (
        <div className="flex items-center gap-2 print:hidden">
          <progress
            className="h-3 flex-1 accent-(--accent)"
            max={1}
            value={share}
            aria-label="Working out what fails"
          />
          <span className="font-mono text-sm">{Math.round(100 * share)} %</span>
        </div>
      ) : aid.length === 0 ? (
        <p>Put right first what Line says: then this stands here.</p>
      ) : (
        aid.map((a) => (
          <div key={a.notice} className="mb-2 break-inside-avoid">
            <h3 className="font-semibold">{a.notice}</h3>
            <ol className="list-decimal pl-5 print:pl-4 print:leading-tight">
              {a.causes.map((c) => (
                <li key={c.text}>{c.text}</li>
              ))}
            </ol>
            {a.first && (
              <p className="text-soft print:leading-tight">
                <b>First:</b> {a.first}
              </p>
            )}
          </div>
        ))
      )}
    </Section>
  );
}

/** A small code that opens this very setup elsewhere; of a large one the first of several would only mislead. */
function CodeSection({ setup }: { readonly setup: Setup }) {
  const server = useServer();
  // Where a phone finds it; this machine's own name leads nowhere from there.
  const base = server?.lan ?? `${window.location.origin}/`;
  const pieces = piecesOf(JSON.stringify(setup));
  if (pieces.length === 0) return null;
  return (
    <Section title={pieces.length > 1 ? 'This setup, in codes' : 'This setup'}>
      <div className="flex flex-wrap gap-3">
        {pieces.map((p) => (
          <div key={p.part} className="w-48 print:w-[36mm]">
            <Code text={`${base}hand/#${fragmentOf(p)}`} name={`Code ${p.part} of ${p.count}`} />
          </div>
        ))}
      </div>
    </Section>
  );
}
