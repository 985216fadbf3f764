'use client';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { KnobWindow } from '@/core/levels';
import type { KnobSpec } from '@/core/model';
import { positionText } from '../setup';
import { positionAt, shareOf } from './law';

export interface Mark {
  readonly letter: string;
  readonly at: number;
}

interface Props {
  readonly label: string;
  readonly knob: KnobSpec;
  readonly at: number;
  readonly window: KnobWindow | null;
  readonly marks: readonly Mark[];
  readonly onTurn: (to: number) => void;
  readonly onDone: () => void;
}

const percent = (share: number): string => `${(100 * share).toFixed(2)}%`;

/** Where a knob can go, where it may, and where it stands: a slider by the law of the knob, its windows shaded. */
export function Track({ label, knob, at, window: range, marks, onTurn, onDone }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const share = (position: number) => shareOf(knob, position);
  const follow = (e: PointerEvent) => {
    const box = ref.current!.getBoundingClientRect();
    const to = positionAt(knob, (e.clientX - box.left) / box.width);
    if (to !== at) onTurn(to);
  };
  const onKeyDown = (e: KeyboardEvent) => {
    const far = Math.max(knob.step, Math.round(6 / knob.step) * knob.step);
    const moves: Readonly<Record<string, number>> = {
      ArrowRight: at + knob.step,
      ArrowUp: at + knob.step,
      ArrowLeft: at - knob.step,
      ArrowDown: at - knob.step,
      PageUp: at + far,
      PageDown: at - far,
      Home: knob.min,
      End: knob.max,
    };
    const to = moves[e.key];
    if (to === undefined) return;
    e.preventDefault();
    onTurn(Math.max(knob.min, Math.min(knob.max, to)));
  };
  const band = (w: readonly [number, number] | null | undefined, look: string) =>
    w && (
      <span
        className={`absolute inset-y-0 ${look}`}
        style={{ left: percent(share(w[0])), width: percent(Math.max(0.012, share(w[1]) - share(w[0]))) }}
      />
    );
  const letters = [...new Set(marks.map((m) => m.at))].map((position) => ({
    position,
    text: marks.filter((m) => m.at === position).map((m) => m.letter),
  }));
  return (
    <div className="px-3">
      <div className="relative h-5 font-semibold text-accent text-xs" aria-hidden>
        {letters.map(({ position, text }) => (
          <span
            key={position}
            className="-translate-x-1/2 absolute bottom-0 whitespace-nowrap"
            style={{ left: percent(share(position)) }}
          >
            {text.join(' ')}
          </span>
        ))}
      </div>
      <div
        ref={ref}
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuemin={knob.min}
        aria-valuemax={knob.max}
        aria-valuenow={at}
        aria-valuetext={`${positionText(knob, at)}${spokenWindow(knob, range)}`}
        onKeyDown={onKeyDown}
        onKeyUp={onDone}
        onBlur={onDone}
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          follow(e);
        }}
        onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && follow(e)}
        onPointerUp={onDone}
        className="relative h-9 cursor-pointer touch-none select-none"
      >
        <span className="absolute inset-x-0 top-2.5 h-4 overflow-hidden rounded-full border border-soft bg-paper">
          {band(range?.holds, 'hatched')}
          {band(range?.good, 'bg-pass')}
        </span>
        <span className="absolute top-1.5 h-6 w-px bg-soft" style={{ left: '50%' }} aria-hidden />
        {letters.map(({ position }) => (
          <span
            key={position}
            aria-hidden
            className="absolute top-0.5 h-8 w-0.5 bg-accent"
            style={{ left: percent(share(position)) }}
          />
        ))}
        <span
          aria-hidden
          className="-translate-x-1/2 absolute top-1 size-7 rounded-full border-4 border-card bg-ink shadow"
          style={{ left: percent(share(at)) }}
        />
      </div>
    </div>
  );
}

function spokenWindow(knob: KnobSpec, range: KnobWindow | null): string {
  if (!range) return '';
  if (!range.holds) return '; nowhere do all gates hold';
  const [low, high] = range.holds;
  return `; gates hold from ${positionText(knob, low)} to ${positionText(knob, high)}`;
}
