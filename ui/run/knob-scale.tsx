import type { KnobSpec } from '@/core/model';
import { positionText } from '../setup';

const WIDTH = 132;
const SIDE = 8;
const MIDDLE = 11;
/** More marks than this are no scale but a blur. */
const MOST_MARKS = 13;

/** A knob on its own scale: its ends, its marks, and where it is to stand; drawn, so that it is read without colour. */
export function KnobScale({ spec, at }: { readonly spec: KnobSpec; readonly at: number }) {
  const span = spec.max - spec.min || 1;
  const x = (value: number) => SIDE + ((WIDTH - 2 * SIDE) * (value - spec.min)) / span;
  const clicks = Math.round(span / spec.step);
  const marks = clicks < MOST_MARKS ? clicks : 10;
  const words = positionText(spec, at);
  return (
    <div className="flex items-center gap-2 print:gap-1">
      <svg width={WIDTH} height={22} role="img" aria-label={`${spec.label}: ${words}`} className="shrink-0">
        <line x1={SIDE} x2={WIDTH - SIDE} y1={MIDDLE} y2={MIDDLE} stroke="currentColor" strokeWidth={1.5} />
        {Array.from({ length: marks + 1 }, (_, i) => SIDE + ((WIDTH - 2 * SIDE) * i) / marks).map((m) => (
          <line key={m} x1={m} x2={m} y1={MIDDLE - 4} y2={MIDDLE + 4} stroke="currentColor" strokeWidth={1} />
        ))}
        <path d={`M${x(at)} ${MIDDLE - 9}v18`} stroke="currentColor" strokeWidth={4} strokeLinecap="round" />
      </svg>
      <span className="min-w-0 leading-tight">
        <span className="block text-soft text-sm print:text-[9pt]">{spec.label}</span>
        <b className="font-mono">{words}</b>
      </span>
    </div>
  );
}
