'use client';
import { USUAL_WISH } from '@/core/levels';
import type { PartId, Setup } from '@/core/model';
import { nameIn, useLevels, useLiking, useReport } from '../components';
import { inColumns, SetupPicker, SetupScreen, SignalLane, useDraft } from '../setup';
import { Screen, tell } from '../shell';
import { Budget } from './budget';
import { KnobRow } from './knob-row';
import { PadMaker } from './pad-maker';
import { Schools } from './schools';
import type { Mark } from './track';
import { Voices } from './voices';
import { WishBox } from './wish-box';

export const LevelsScreen = () => (
  <SetupScreen name="Levels">{(kept) => <Desk key={kept.id} kept={kept} />}</SetupScreen>
);

/** All knobs of one setup, from source to app, with what each may do. */
function Desk({ kept }: { readonly kept: Setup }) {
  const { setup, keep, turn, done } = useDraft(kept);
  const [wish, setWish] = useLiking('wish', USUAL_WISH);
  const judgement = useReport(setup);
  const levels = useLevels(setup, wish);
  const { report } = judgement;
  if (judgement.problem) {
    return (
      <Screen title={<SetupPicker setup={setup} />}>
        <p className="rounded-xl border border-fail bg-fail-wash p-4">
          This setup cannot be computed. {judgement.problem}
        </p>
      </Screen>
    );
  }
  const shown = judgement.setup ?? setup;
  if (!report || !levels || shown.id !== setup.id) {
    return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  }
  const onSet = async (label: string, next: Setup) => {
    if (!(await keep(label, next))) return;
    tell(`${label}: done. Undo takes it back.`);
  };
  const across = inColumns(report);
  const trunk = report.lines.find((l) => l.parts.length > 0)?.parts ?? [report.device];
  const marksOf = (part: PartId, knob: string): readonly Mark[] => {
    const { schools } = levels;
    if (!schools) return [];
    const at = (letter: string, s: { readonly setup: Setup }) => {
      const position = s.setup.parts.find((p) => p.id === part)?.knobs?.[knob];
      return position === undefined ? [] : [{ letter, at: position }];
    };
    return [...at('B', schools.best), ...at('S', schools.sourceHot), ...at('D', schools.deviceHot)];
  };
  const idle = new Set(levels.windows.filter((w) => !w.matters).map((w) => `${w.part} ${w.knob}`));
  const present = levels.knobs.filter((k) => exists(setup, k.part));
  const line = present.filter((k) => !idle.has(`${k.part} ${k.knob.id}`));
  const beside = present.filter((k) => idle.has(`${k.part} ${k.knob.id}`));
  const rows = (knobs: typeof line) =>
    knobs.map((k, i) => (
      <KnobRow
        key={`${k.part} ${k.knob.id}`}
        setup={setup}
        place={k}
        window={levels.windows.find((w) => w.part === k.part && w.knob === k.knob.id) ?? null}
        marks={marksOf(k.part, k.knob.id)}
        first={knobs[i - 1]?.part !== k.part}
        onTurn={turn}
        onDone={done}
      />
    ));
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under="Every knob from source to app. A window holds while the other knobs stay where they are."
    >
      <div className="flex flex-col gap-3 desk:grid desk:grid-cols-[minmax(0,1fr)_21rem] desk:items-start">
        <div className="contents min-w-0 flex-col gap-3 desk:flex">
          <section aria-label="signal lane" className="order-1 rounded-xl border border-rule bg-card py-1.5">
            <ol
              className="hidden px-0 text-center text-sm desk:grid"
              style={{ gridTemplateColumns: `repeat(${Math.round(1 / across.column)}, minmax(0, 1fr))` }}
            >
              {trunk.map((part, i) => (
                <li
                  key={part}
                  className="truncate px-1 font-semibold"
                  style={{ gridColumn: Math.round((across.at.get(part) ?? i * across.column) / across.column + 0.5) }}
                >
                  {nameIn(shown, part)}
                </li>
              ))}
            </ol>
            <SignalLane setup={shown} report={report} across={across} />
          </section>
          <section aria-label="Knobs on the line" className="order-2 rounded-xl border border-rule bg-card pb-2">
            <h2 className="flex flex-wrap items-baseline justify-between gap-x-3 px-3 py-1.5 font-bold">
              From source to app
              <span className="flex items-center gap-3 font-normal text-soft text-sm">
                <span className="inline-flex items-center gap-1">
                  <span className="h-3 w-6 rounded-full border border-soft bg-pass" /> all pass
                </span>
                <span className="inline-flex items-center gap-1">
                  <span className="hatched h-3 w-6 rounded-full border border-soft" /> with caution
                </span>
                <span className="inline-flex items-center gap-1">
                  <span className="h-3 w-6 rounded-full border border-soft bg-paper" /> a gate fails
                </span>
              </span>
            </h2>
            <ul>{rows(line)}</ul>
            {line.length === 0 && <p className="px-3 text-soft">No part on the line has a knob.</p>}
          </section>
          {beside.length > 0 && (
            <details className="order-2 rounded-xl border border-rule bg-card pb-2">
              <summary className="min-h-11 px-3 py-2 font-bold">
                {beside.length} {beside.length === 1 ? 'knob changes' : 'knobs change'} nothing here
              </summary>
              <ul>{rows(beside)}</ul>
            </details>
          )}
          <div className="order-4 grid items-start gap-3 desk:grid-cols-2">
            <Budget setup={shown} report={report} />
          </div>
        </div>
        <aside className="order-3 flex flex-col gap-3" aria-label="What the knobs are set for">
          <WishBox wish={wish} onWish={setWish} />
          <Schools setup={setup} levels={levels} wish={wish} onSet={onSet} />
          <Voices setup={setup} voices={levels.voices} />
          <PadMaker setup={setup} report={report} onSet={onSet} />
        </aside>
      </div>
    </Screen>
  );
}

const exists = (setup: Setup, part: PartId): boolean => setup.parts.some((p) => p.id === part);
