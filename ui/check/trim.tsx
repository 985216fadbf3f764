import { scaleLinear } from 'd3-scale';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { itemAt } from '@/core/algorithms';
import type { Clip } from '@/core/edit';
import { clockText } from '@/core/format';
import { useWidth } from '../components';

interface Props {
  readonly clip: Clip;
  readonly fromS: number;
  readonly toS: number;
  readonly onChange: (fromS: number, toS: number) => void;
}

const HEIGHT = 120;
const LEAST_S = 0.02;

/** The wave of a clip with a handle at its beginning and one at its end: dragged, or moved by the arrow keys. */
export function Trim({ clip, fromS, toS, onChange }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const svg = useRef<SVGSVGElement>(null);
  const seconds = itemAt(clip.channels, 0).length / clip.rateHz;
  const x = scaleLinear([0, seconds], [10, Math.max(40, width - 10)]);
  const move = (end: 'from' | 'to', at: number) => {
    const s = Math.max(0, Math.min(seconds, at));
    if (end === 'from') onChange(Math.min(s, toS - LEAST_S), toS);
    else onChange(fromS, Math.max(s, fromS + LEAST_S));
  };
  const drag = (end: 'from' | 'to') => (e: PointerEvent) => {
    if (e.buttons === 0 || !svg.current) return;
    move(end, x.invert(e.clientX - svg.current.getBoundingClientRect().left));
  };
  const press = (end: 'from' | 'to') => (e: KeyboardEvent) => {
    const now = end === 'from' ? fromS : toS;
    const step = e.shiftKey ? 1 : 0.01;
    const by = { ArrowLeft: -step, ArrowDown: -step, ArrowRight: step, ArrowUp: step, PageDown: -1, PageUp: 1 }[e.key];
    if (by !== undefined) move(end, now + by);
    else if (e.key === 'Home') move(end, 0);
    else if (e.key === 'End') move(end, seconds);
    else return;
    e.preventDefault();
  };
  return (
    <div ref={ref} className="rounded-xl border border-rule bg-card">
      {width > 0 && (
        <svg ref={svg} width={width} height={HEIGHT} aria-label="Beginning and end">
          <path d={shape(clip, x.range() as [number, number])} className="fill-accent opacity-60" />
          <rect x={x(0)} y={0} width={Math.max(0, x(fromS) - x(0))} height={HEIGHT} className="fill-paper opacity-80" />
          <rect
            x={x(toS)}
            y={0}
            width={Math.max(0, x(seconds) - x(toS))}
            height={HEIGHT}
            className="fill-paper opacity-80"
          />
          {(['from', 'to'] as const).map((end) => {
            const at = end === 'from' ? fromS : toS;
            return (
              <g
                key={end}
                role="slider"
                tabIndex={0}
                aria-label={end === 'from' ? 'Beginning' : 'End'}
                aria-valuemin={0}
                aria-valuemax={seconds}
                aria-valuenow={at}
                aria-valuetext={clockText(at, 2)}
                onKeyDown={press(end)}
                onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
                onPointerMove={drag(end)}
                className="cursor-ew-resize touch-none"
              >
                <rect x={x(at) - 14} y={0} width={28} height={HEIGHT} fill="transparent" />
                <line x1={x(at)} x2={x(at)} y1={0} y2={HEIGHT} strokeWidth={3} className="stroke-ink" />
                <rect x={x(at) - 7} y={HEIGHT / 2 - 18} width={14} height={36} rx={4} className="fill-ink" />
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}

function shape({ channels }: Clip, [left, right]: readonly [number, number]): string {
  const columns = Math.max(1, Math.floor(right - left));
  const per = itemAt(channels, 0).length / columns;
  const tops: string[] = [];
  const bottoms: string[] = [];
  for (let i = 0; i < columns; i++) {
    let most = 0;
    for (const c of channels) {
      for (let k = Math.floor(i * per); k < Math.min(c.length, Math.ceil((i + 1) * per)); k++)
        most = Math.max(most, Math.abs(itemAt(c, k)));
    }
    const h = (HEIGHT / 2 - 4) * Math.max(0, 1 + (20 * Math.log10(Math.max(1e-6, most))) / 60);
    tops.push(`${left + i},${(HEIGHT / 2 - h).toFixed(1)}`);
    bottoms.unshift(`${left + i},${(HEIGHT / 2 + h).toFixed(1)}`);
  }
  return `M${[...tops, ...bottoms].join('L')}Z`;
}
