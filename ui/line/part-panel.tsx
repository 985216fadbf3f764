'use client';
import type { Report } from '@/core/assess';
import { type Drawer, type Part, type Setup, turnKnob } from '@/core/model';
import { Knob, Slide } from '../bench';
import { classOf, Figures, partName, useSwaps } from '../kit';
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

/** One part of the line: its knobs, where it stands, what else would fit, its figures. */
export function PartPanel({ setup, kept, report, part, drawer, onTurn, onDone, onChange }: Props) {
  const partClass = classOf(part);
  const swaps = useSwaps(kept, part.id, drawer);
  const knobs = partClass.knobs ?? [];
  const placements = setup.placements.filter((p) => p.part === part.id);
  const move = (source: string, distanceM: number) =>
    onTurn('Move the microphone', {
      ...setup,
      placements: setup.placements.map((p) => (p.part === part.id && p.source === source ? { ...p, distanceM } : p)),
    });
  return (
    <section aria-label={partName(part)} className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg leading-tight">{partName(part)}</h2>
      <p className="text-soft">
        {part.name ? `${partClass.name}. ` : ''}
        {partClass.summary}.
      </p>
      <div className="mt-3 flex flex-col gap-2">
        {knobs.map((k) => (
          <Knob
            key={k.id}
            knob={k}
            part={part}
            partClass={partClass}
            onTurn={(knob, to) => onTurn(`Turn ${k.label} of ${partName(part)}`, turnKnob(setup, part.id, knob, to))}
            onDone={onDone}
          />
        ))}
        {placements.map((p) => {
          const who = setup.job.sources.find((s) => s.id === p.source)?.name ?? p.source;
          return (
            <Slide
              key={p.source}
              label={`From ${who}'s mouth`}
              value={Math.min(3, p.distanceM)}
              min={0.05}
              max={3}
              step={0.05}
              words={`${p.distanceM.toFixed(2)} m`}
              onTurn={(to) => move(p.source, to)}
              onDone={onDone}
            />
          );
        })}
      </div>
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
