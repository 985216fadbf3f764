'use client';
import { Plus, X } from 'lucide-react';
import { useSearchParams } from 'next/navigation';
import { type CSSProperties, useEffect, useRef, useState } from 'react';
import type { Report } from '@/core/assess';
import { headline } from '@/core/cause';
import type { GateName } from '@/core/gates';
import { type Setup, writeDocument } from '@/core/model';
import { BesideMeter } from '../beside';
import { Button, useDrawer, useKnownDrawer, useMends, useQuieter, useReport, useWay, useWidth } from '../components';
import { jobSentence } from '../job';
import { GateCard, SetupPicker, SetupScreen, useDraft } from '../setup';
import { HandOver, SaveEverything, Screen, saveFile, tell } from '../shell';
import { AddParts } from './add-parts';
import { AppPanel } from './app-panel';
import { Cautions } from './cautions';
import { type Focus, litBy } from './focus';
import { Gates } from './gates';
import { JoiningBar, useJoining } from './joining';
import { JointGlass } from './joint-glass';
import { JointPanel } from './joint-panel';
import { Lanes } from './lanes';
import { OutcomeBox } from './outcome';
import { PartPanel } from './part-panel';
import { SaveDrawing } from './save-drawing';
import { acrossOf, Sheet as Drawing, Legend, sheetOf } from './sheet';
import { Standing } from './standing';
import { WayPanel } from './way-panel';

export const LineScreen = () => <SetupScreen name="Line">{(kept) => <Sheet key={kept.id} kept={kept} />}</SetupScreen>;

/** What fits beside the margins of A4 and letter, upright. */
const PAPER_PX = 680;

/** One setup on the bench. A knob being turned changes a draft; it is kept, as one step, when it is let go. */
function Sheet({ kept }: { readonly kept: Setup }) {
  const drawer = useDrawer();
  const known = useKnownDrawer();
  const { setup, keep, turn: onTurn, done: onDone } = useDraft(kept);
  const judgement = useReport(setup);
  // Other screens lead to one gate, or to the way of a voice, by the address.
  const asked = useSearchParams();
  const [focus, setFocus] = useState<Focus | null>(askedFor(asked));
  const way = useWay(kept, focus?.on === 'way' ? focus : null);
  const panel = useRef<HTMLDivElement>(null);
  const glass = useRef<HTMLDivElement>(null);
  const [outer, room] = useWidth<HTMLDivElement>();
  const [scroller, seen, sheet] = useWidth<HTMLDivElement>();
  // On a phone what is looked at stands above the row: it comes to the eye, not the eye to it. On a desk it is in sight.
  useEffect(() => {
    if (!focus || window.matchMedia('(min-width: 60rem)').matches) return;
    (glass.current ?? panel.current)?.scrollIntoView({ block: glass.current ? 'start' : 'nearest' });
  }, [focus]);
  const { report } = judgement;
  const ill = report?.verdicts.some((v) => v.status !== 'pass') ?? false;
  const { standing, done } = useMends(kept, known, ill);
  const hums = report?.verdicts.some((v) => v.gate === 'clean' && v.lane === 'ground' && v.status !== 'pass') ?? false;
  const quieter = useQuieter(kept, known, hums);

  const onMend = async (label: string, next: Setup) => {
    if (!(await keep(label, next))) return;
    setFocus(null);
    tell(`${label}: done. Undo takes it back.`);
  };
  const onSwap = async (label: string, next: Setup) => {
    if (!(await keep(label, next))) return;
    tell(`${label}: done. Undo takes it back.`);
  };
  const shown = judgement.setup ?? setup;
  const held = useJoining(setup, onSwap);
  if (judgement.problem) {
    return (
      <Screen title={<SetupPicker setup={setup} />}>
        <p className="mb-3 rounded-xl border border-fail bg-fail-wash p-4">
          This setup cannot be computed. {judgement.problem}
        </p>
        <SaveEverything />
      </Screen>
    );
  }
  if (!report || shown.id !== setup.id) return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  const present = focus && exists(focus, shown, report) ? focus : null;
  const first = headline(report.verdicts, standing.causes);
  const now: Focus = present ?? { on: 'gate', gate: first.gate ?? report.weakest };
  const lit = litBy(now, report, standing.causes, way);
  const plan = sheetOf(shown, report, lit, room);
  const across = acrossOf(plan, report.device);
  const part = now.on === 'part' ? setup.parts.find((p) => p.id === now.id) : undefined;
  const card = now.on === 'gate' && (
    <GateCard
      report={report}
      gate={now.gate}
      standing={standing}
      headed
      searching={!done}
      quieter={now.gate === 'clean' ? quieter : null}
      onMend={onMend}
    />
  );
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under={jobSentence(setup.job)}
      actions={
        <>
          <Button aria-pressed={now.on === 'add'} onClick={() => setFocus({ on: 'add' })}>
            <Plus size={18} aria-hidden /> Add parts
          </Button>
          <HandOver kind="setup" id={setup.id} />
          <SaveDrawing name={setup.name} id={setup.id} outcome={first.line} />
          <Button onClick={() => saveFile(`${setup.id}.setup.json`, writeDocument(setup))}>Save to file</Button>
        </>
      }
    >
      <div ref={outer} className="flex flex-col gap-3">
        <div className="contents desk:grid desk:grid-cols-[minmax(0,1fr)_33rem] desk:items-start desk:gap-4">
          <div className="order-0">
            <Standing report={report} standing={standing} searching={!done} onMend={onMend} />
          </div>
          <div className="sticky low:static top-0 z-20 order-1 -mx-4 bg-paper px-4 py-1 desk:static desk:mx-0 desk:px-0 desk:py-0">
            <Gates
              report={report}
              chosen={now.on === 'gate' ? now.gate : null}
              onChoose={(gate) => setFocus({ on: 'gate', gate })}
            />
          </div>
        </div>
        <div
          className={`contents ${present ? 'desk:grid desk:grid-cols-[minmax(0,1fr)_20rem] desk:items-start desk:gap-3' : 'desk:block'}`}
        >
          <div className="contents desk:block desk:min-w-0">
            <div
              ref={scroller}
              className="order-3 overflow-x-auto rounded-xl border border-rule bg-card p-1 desk:border-0 desk:bg-transparent desk:p-0 print:overflow-visible print:[zoom:var(--on-paper)]"
              style={
                {
                  '--sheet': `${plan.width}px`,
                  '--seen': `${seen}px`,
                  '--on-paper': Math.min(1, PAPER_PX / plan.width),
                } as CSSProperties
              }
            >
              <Drawing
                setup={shown}
                report={report}
                plan={plan}
                lit={lit}
                focus={now}
                onFocus={setFocus}
                joining={held.joining}
                scroller={sheet}
              />
              <div className="sticky left-0 mt-1 w-(--seen)">
                <Legend plan={plan} />
                {!present && ill && <div className="mt-2 hidden desk:block">{card}</div>}
                {now.on === 'joint' && (
                  <div ref={glass} className="mt-2 scroll-mt-44">
                    <JointGlass setup={setup} kept={kept} report={report} id={now.id} onTurn={onTurn} onDone={onDone} />
                  </div>
                )}
              </div>
              <div className="sticky left-0 w-(--seen) desk:static desk:w-(--sheet)">
                <Lanes setup={shown} report={report} across={across} lit={lit} stopsAt={first.joint} />
              </div>
            </div>
            <div className="order-3">
              <JoiningBar setup={setup} {...held} />
            </div>
            <div className="order-4">
              <BesideMeter />
              <Cautions setup={shown} />
              <OutcomeBox setup={shown} />
            </div>
          </div>
          <aside
            className={`contents desk:sticky desk:top-2 desk:max-h-[calc(100dvh-1rem)] desk:flex-col desk:gap-3 desk:overflow-y-auto ${present ? 'desk:flex' : 'desk:hidden'}`}
            aria-label="What is looked at"
          >
            {present && (
              <div className="hidden justify-end desk:flex">
                <Button onClick={() => setFocus(null)}>
                  <X size={18} aria-hidden /> Close
                </Button>
              </div>
            )}
            {now.on === 'add' && (
              <div ref={panel} className="order-0 scroll-mt-4">
                <AddParts setup={setup} drawer={drawer} onAdd={onSwap} onDone={() => setFocus(null)} />
              </div>
            )}
            <div
              ref={now.on === 'add' ? null : panel}
              className="order-2 scroll-mt-40 scroll-mb-20"
              key={now.on === 'part' || now.on === 'joint' ? now.id : now.on}
            >
              {card}
              {part && (
                <PartPanel
                  setup={setup}
                  kept={kept}
                  report={report}
                  part={part}
                  drawer={drawer}
                  onTurn={onTurn}
                  onDone={onDone}
                  onChange={onSwap}
                />
              )}
              {now.on === 'joint' && (
                <JointPanel
                  setup={setup}
                  kept={kept}
                  report={report}
                  id={now.id}
                  onTurn={onTurn}
                  onDone={onDone}
                  onMove={onSwap}
                />
              )}
              {now.on === 'way' && (
                <WayPanel setup={setup} hears={report.hears} from={now.from} to={now.to} way={way} />
              )}
              {now.on === 'app' && <AppPanel setup={setup} report={report} onChange={onSwap} />}
            </div>
          </aside>
        </div>
      </div>
    </Screen>
  );
}

function askedFor(address: { get(name: string): string | null }): Focus | null {
  const [gate, from, to] = ['gate', 'from', 'to'].map((name) => address.get(name));
  if (from && to) return { on: 'way', from, to };
  return gate ? { on: 'gate', gate: gate as GateName } : null;
}

/** After undo or a swap, what was looked at may be gone. */
function exists(focus: Focus, setup: Setup, report: Report): boolean {
  if (focus.on === 'gate') return report.verdicts.some((v) => v.gate === focus.gate);
  if (focus.on === 'part') return setup.parts.some((p) => p.id === focus.id);
  if (focus.on === 'way') return report.hears.heard.some((h) => h.from === focus.from && h.to === focus.to);
  if (focus.on === 'joint') return setup.joints.some((j) => j.id === focus.id);
  return true;
}
