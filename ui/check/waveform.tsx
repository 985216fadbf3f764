import { scaleLinear } from 'd3-scale';
import { itemAt } from '@/core/algorithms';
import { clockText } from '@/core/format';
import type { Status } from '@/core/gates';
import type { ChannelFigures, Mark } from '@/core/take';
import { FootAxis, LevelAxis, useWidth } from '../components';

interface Props {
  readonly name: string;
  readonly outline: ChannelFigures['outline'];
  readonly seconds: number;
  readonly marks: readonly Mark[];
  readonly status: Status;
}

const HEIGHT = 110;
const EDGE = { left: 40, right: 8, bottom: 18 };
/** Decibels drawn from the middle outwards: a straight scale would show peaks only. */
const LEAST_DB = -60;
/** Longer than this a mark would hide what it marks. */
const LONG_S = 0.3;
const HALF = (HEIGHT - EDGE.bottom) / 2;

const reach = (amplitude: number): number => {
  const db = 20 * Math.log10(Math.max(1e-9, Math.abs(amplitude)));
  return HALF * Math.max(0, Math.min(1, 1 - db / LEAST_DB));
};

/** One channel over its time on a scale of decibels: peaks pale, mean dark, and what was found marked. */
export function Waveform({ name, outline, seconds, marks, status }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const x = scaleLinear([0, seconds], [EDGE.left, Math.max(80, width - EDGE.right)]);
  const middle = HALF;
  const shape = (up: (i: number) => number, down: (i: number) => number): string => {
    const n = outline.low.length;
    const at = (i: number) => x(Math.min(seconds, i * outline.columnS)).toFixed(1);
    const top = Array.from({ length: n }, (_, i) => `${at(i)},${(middle - up(i)).toFixed(1)}`);
    const bottom = Array.from({ length: n }, (_, i) => `${at(n - 1 - i)},${(middle + down(n - 1 - i)).toFixed(1)}`);
    return `M${[...top, ...bottom].join('L')}Z`;
  };
  const colour =
    status === 'fail'
      ? 'fill-fail stroke-fail'
      : status === 'caution'
        ? 'fill-caution stroke-caution'
        : 'fill-accent stroke-accent';
  return (
    <figure className="rounded-xl border border-rule bg-card px-2 pt-1">
      <figcaption className="font-semibold text-sm first-letter:uppercase">{name}</figcaption>
      <div ref={ref}>
        {width > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            role="img"
            aria-label={`The wave of ${name}, ${marks.length} places marked`}
          >
            <LevelAxis
              ticks={[0, -30]}
              y={(db) => middle - reach(10 ** (db / 20))}
              left={EDGE.left}
              right={itemAt(x.range(), 1)}
              below={(db) => (db === 0 ? 10 : 4)}
            />
            <path
              d={shape(
                (i) => reach(Math.max(0, itemAt(outline.high, i))),
                (i) => reach(Math.min(0, itemAt(outline.low, i))),
              )}
              className="fill-accent opacity-35"
            />
            <path
              d={shape(
                (i) => reach(itemAt(outline.rms, i)),
                (i) => reach(itemAt(outline.rms, i)),
              )}
              className="fill-accent"
            />
            {marks.map((m) => (
              <g key={m.at} className={colour}>
                <rect
                  x={x(m.at)}
                  y={0}
                  width={Math.max(1.5, x(m.at + m.lengthS) - x(m.at))}
                  height={2 * HALF}
                  className={m.lengthS > LONG_S ? 'opacity-10' : 'opacity-50'}
                  stroke="none"
                />
                <rect x={x(m.at)} y={0} width={Math.max(1.5, x(m.at + m.lengthS) - x(m.at))} height={5} stroke="none" />
                <path d={`M${x(m.at) - 4},0h8l-4,7z`} stroke="none" />
              </g>
            ))}
            <FootAxis
              ticks={x.ticks(Math.max(2, Math.floor(width / 110))).filter((t) => x(t) < width - 24)}
              x={x}
              at={HEIGHT - 4}
              text={(t) => clockText(t, seconds < 10 ? 1 : 0)}
            />
          </svg>
        )}
      </div>
    </figure>
  );
}
