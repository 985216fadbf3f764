import { figure } from '@/core/format';

interface LevelAxisProps {
  readonly ticks: readonly number[];
  readonly y: (value: number) => number;
  /** Where the lines begin, with the figures to the left of it, and where they end. */
  readonly left: number;
  readonly right: number;
  readonly text?: (value: number) => string;
  /** The value whose line stands out. */
  readonly strong?: number;
  /** Where a figure stands against its line. */
  readonly below?: (value: number) => number;
}

/** Lines across a chart, with their figures at the left. */
export function LevelAxis({ ticks, y, left, right, text = figure, strong, below = () => 4 }: LevelAxisProps) {
  return ticks.map((t) => (
    <g key={t}>
      <line x1={left} x2={right} y1={y(t)} y2={y(t)} className={t === strong ? 'stroke-ink' : 'stroke-rule'} />
      <text x={left - 6} y={y(t) + below(t)} textAnchor="end" className="fill-soft text-xs">
        {text(t)}
      </text>
    </g>
  ));
}

interface FootAxisProps {
  readonly ticks: readonly number[];
  readonly x: (value: number) => number;
  /** The baseline of the figures. */
  readonly at: number;
  readonly text?: (value: number) => string;
}

/** Figures along the foot of a chart. */
export function FootAxis({ ticks, x, at, text = String }: FootAxisProps) {
  return ticks.map((t) => (
    <text key={t} x={x(t)} y={at} textAnchor="middle" className="fill-soft text-xs">
      {text(t)}
    </text>
  ));
}
