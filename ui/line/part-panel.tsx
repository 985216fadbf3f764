'use client';
import { useState } from 'react';
import type { Report } from '@/core/assess';
import { metresText } from '@/core/format';
import { type Drawer, hasFigure, lengthsSold, ofLength, type Part, quantity, type Setup, turnKnob } from '@/core/model';
import { classOf, Figures, partName, useMoney, useSwaps } from '../components';
import { Face, hasFace, Knob, Slide } from '../setup';
import { AtMic } from './at-mic';
import { PartActs } from './part-acts';
import { Sockets } from './sockets';
import { SwapList } from './swap-list';

interface Props {
  /** As it is now, the knob being turned included. */
  readonly setup: Setup;
  /** As it is kept: swaps are computed for this, so that they wait for the knob to be let go. */
  readonly kept: Setup;
  readonly report: Report;
  readonly part: Part;
  readonly drawer: Drawer | null | undefined;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
  readonly onChange: (label: string, setup: Setup) => void;
}

const NONE: ReadonlySet<string> = new Set();
const LONGEST_M = 30;
/** A loudspeaker farther away than this is in another room. */
const FARTHEST_M = 20;
const OUTLETS = [
  { outlet: undefined, words: 'as the others' },
  { outlet: 'other', words: 'another one' },
] as const;

function withOutlet(setup: Setup, id: string, outlet: string | undefined): Setup {
  const parts = setup.parts.map((p) => {
    if (p.id !== id) return p;
    const { outlet: _, ...rest } = p;
    return outlet === undefined ? rest : { ...rest, outlet };
  });
  return { ...setup, parts };
}

const withValue = (setup: Setup, { id }: Part, name: 'lengthM' | 'micDistanceM', value: number): Setup => ({
  ...setup,
  parts: setup.parts.map((p) => (p.id === id ? { ...p, values: { ...p.values, [name]: value } } : p)),
});

/** One part of the line: its knobs, where it stands, what else would fit, its figures. */
export function PartPanel({ setup, kept, report, part, drawer, onTurn, onDone, onChange }: Props) {
  const partClass = classOf(part);
  const money = useMoney();
  const swaps = useSwaps(kept, part.id, drawer);
  const knobs = partClass.knobs ?? [];
  const withFace = hasFace(partClass);
  const [chosen, setHeld] = useState<string | null>(null);
  const held = knobs.find((k) => k.id === chosen);
  const onMains = partClass.circuit.some((e) => e.is === 'earth' || e.is === 'leak');
  const placements = setup.placements.filter((p) => p.part === part.id);
  const move = (source: string, distanceM: number) =>
    onTurn('Move the microphone', {
      ...setup,
      placements: setup.placements.map((p) => (p.part === part.id && p.source === source ? { ...p, distanceM } : p)),
    });
  const sold = lengthsSold(partClass);
  return (
    <section aria-label={partName(part)} className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg leading-tight">{partName(part)}</h2>
      <p className="text-soft">
        {part.name ? `${partClass.name}. ` : ''}
        {partClass.summary}.
      </p>
      <div className="mt-3 flex flex-col gap-2">
        {withFace && (
          <>
            <Face
              part={part}
              partClass={partClass}
              chosen={held?.id ?? null}
              wrong={NONE}
              onChoose={(id) => setHeld(id === chosen ? null : id)}
            />
            {!held && <p className="text-soft text-sm">Press a knob to turn it.</p>}
          </>
        )}
        {(withFace ? (held ? [held] : []) : knobs).map((k) => (
          <Knob
            key={k.id}
            knob={k}
            part={part}
            partClass={partClass}
            onTurn={(knob, to) => onTurn(`Turn ${k.label} of ${partName(part)}`, turnKnob(setup, part.id, knob, to))}
            onDone={onDone}
          />
        ))}
        {hasFigure(partClass, 'lengthM') && (
          <Slide
            label="Length"
            value={Math.min(LONGEST_M, quantity(part, partClass, 'lengthM'))}
            min={0.2}
            max={LONGEST_M}
            step={0.2}
            words={metresText(quantity(part, partClass, 'lengthM'))}
            onTurn={(to) => onTurn(`Length of ${partName(part)}`, withValue(setup, part, 'lengthM', to))}
            onDone={onDone}
          />
        )}
        {sold.length > 0 && (
          <div className="flex flex-wrap items-center gap-1.5">
            <span className="w-full text-soft text-sm">Sold in</span>
            {sold.map((l) => (
              <button
                key={l.lengthM}
                type="button"
                aria-pressed={l.lengthM === quantity(part, partClass, 'lengthM')}
                aria-label={`${metresText(l.lengthM)}, about ${money(l.price)}`}
                className="min-h-10 rounded-lg border border-soft px-2.5 aria-pressed:border-accent aria-pressed:bg-accent-wash aria-pressed:font-bold"
                onClick={() =>
                  onChange(`Length of ${partName(part)}`, {
                    ...setup,
                    parts: setup.parts.map((p) => (p.id === part.id ? ofLength(p, partClass, l.lengthM) : p)),
                  })
                }
              >
                {metresText(l.lengthM)} <span className="text-soft text-sm">{money(l.price)}</span>
              </button>
            ))}
          </div>
        )}
        {hasFigure(partClass, 'micDistanceM') && (
          <Slide
            label="From the mics"
            value={Math.min(FARTHEST_M, quantity(part, partClass, 'micDistanceM'))}
            min={0.2}
            max={FARTHEST_M}
            step={0.1}
            words={metresText(quantity(part, partClass, 'micDistanceM'))}
            onTurn={(to) =>
              onTurn(`Distance of ${partName(part)} from the mics`, withValue(setup, part, 'micDistanceM', to))
            }
            onDone={onDone}
          />
        )}
        {placements.map((p) => {
          const source = setup.job.sources.find((s) => s.id === p.source);
          if (source?.from !== undefined) return null;
          const who = source?.name ?? p.source;
          return (
            <Slide
              key={p.source}
              label={source?.sound === 'music' ? `From ${who}` : `From ${who}'s mouth`}
              value={Math.min(3, p.distanceM)}
              min={0.05}
              max={3}
              step={0.05}
              words={metresText(p.distanceM)}
              onTurn={(to) => move(p.source, to)}
              onDone={onDone}
            />
          );
        })}
      </div>
      {onMains && (
        <fieldset className="mt-2">
          <legend>Mains outlet</legend>
          <div className="mt-1 flex flex-wrap gap-1">
            {OUTLETS.map(({ outlet, words }) => (
              <label
                key={words}
                className={`flex min-h-10 items-center rounded-lg border px-3 has-focus-visible:outline-3 has-focus-visible:outline-accent ${(part.outlet === undefined) === (outlet === undefined) ? 'border-accent bg-accent font-semibold text-accent-ink' : 'border-rule'}`}
              >
                <input
                  type="radio"
                  className="sr-only"
                  name={`${part.id} outlet`}
                  checked={(part.outlet === undefined) === (outlet === undefined)}
                  onChange={() => onChange(`${partName(part)}: ${words}`, withOutlet(setup, part.id, outlet))}
                />
                {words}
              </label>
            ))}
          </div>
        </fieldset>
      )}
      <AtMic setup={setup} part={part} onChange={onChange} />
      <Sockets setup={setup} part={part} drawer={drawer} onChange={onChange} />
      <PartActs setup={setup} part={part} onChange={onChange} />
      <h3 className="mt-3 mb-1 font-bold">What else fits here</h3>
      <div className="max-h-72 overflow-y-auto pr-1">
        <SwapList report={report} swaps={swaps} onSwap={onChange} />
      </div>
      <details className="mt-3">
        <summary className="min-h-6 font-bold">Figures of this part</summary>
        <Figures part={part} />
      </details>
    </section>
  );
}
