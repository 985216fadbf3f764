'use client';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { itemAt } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { minutesText } from '@/core/format';
import type { Setup } from '@/core/model';
import { shareAt } from '@/core/power';
import { FootAxis, LevelAxis, nameIn, useWidth } from '../components';
import { DASHES, letterOf } from './looks';

const HEIGHT = 230;
const EDGE = { left: 44, right: 14, top: 12, bottom: 26 };

/** Every battery's share over the session, with exchanges and the end of the job. */
export function Timeline({ setup, report }: { readonly setup: Setup; readonly report: Report }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { minutes } = setup.job;
  const x = scaleLinear([0, minutes * 1.15], [EDGE.left, Math.max(80, width - EDGE.right)]);
  const y = scaleLinear([0, 1], [HEIGHT - EDGE.bottom, EDGE.top]);
  const cells = report.runtimes.map((r) => r.cell);
  const reserve = cells[0]?.reserve ?? 0;
  const path = line<readonly [number, number]>(
    ([minute]) => x(minute),
    ([, share]) => y(share),
  );
  const points = (cell: (typeof cells)[number]): (readonly [number, number])[] => {
    const even = Array.from({ length: 61 }, (_, i) => (i * minutes * 1.15) / 60);
    const swaps = cell.swaps.flatMap((s) => [s - 1e-6, s]);
    return [...even, ...swaps]
      .filter((m) => m >= 0 && m <= minutes * 1.15)
      .sort((a, b) => a - b)
      .map((m) => [m, shareAt(cell, m)] as const);
  };
  return (
    <section aria-label="Batteries over the session" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">
        Batteries over the session <span className="font-normal text-soft text-sm">share left, minutes</span>
      </h2>
      <div ref={ref}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} role="img" aria-label={spoken(setup, report)}>
            <LevelAxis
              ticks={[0, 0.5, 1]}
              y={y}
              left={EDGE.left}
              right={itemAt(x.range(), 1)}
              text={(t) => `${100 * t} %`}
            />
            <rect
              x={EDGE.left}
              width={itemAt(x.range(), 1) - EDGE.left}
              y={y(reserve)}
              height={y(0) - y(reserve)}
              className="fill-caution-wash"
            />
            <text x={EDGE.left + 4} y={y(reserve / 2) + 4} className="fill-caution text-xs">
              kept back
            </text>
            <line x1={x(minutes)} x2={x(minutes)} y1={EDGE.top} y2={y(0)} className="stroke-ink" strokeWidth={1.5} />
            <text
              x={x(minutes) - 5}
              y={y(0) - 6}
              textAnchor="end"
              className="fill-ink text-xs"
              paintOrder="stroke"
              strokeWidth={3}
              style={{ stroke: 'var(--caution-wash)' }}
            >
              end of the job
            </text>
            <FootAxis ticks={x.ticks(6)} x={x} at={HEIGHT - 8} />
            {cells.map((cell, i) => {
              const flat = (itemAt(report.runtimes, i).minutes ?? Number.POSITIVE_INFINITY) < minutes;
              return (
                <g key={cell.part}>
                  <path
                    d={path(points(cell)) ?? ''}
                    className={`fill-none ${flat ? 'stroke-fail' : 'stroke-accent'}`}
                    strokeWidth={2.2}
                    strokeDasharray={DASHES[i % DASHES.length]}
                  />
                  <text
                    x={x(minutes * (0.12 + 0.11 * (i % 7)))}
                    y={y(shareAt(cell, minutes * (0.12 + 0.11 * (i % 7)))) - 5}
                    textAnchor="middle"
                    className={`font-bold text-sm ${flat ? 'fill-fail' : 'fill-accent'}`}
                  >
                    {letterOf(i)}
                  </text>
                </g>
              );
            })}
          </svg>
        )}
      </div>
    </section>
  );
}

function spoken(setup: Setup, report: Report): string {
  return report.runtimes
    .map(
      (r, i) =>
        `${letterOf(i)}, ${nameIn(setup, r.part)}: ${r.minutes === null ? 'stays charged' : `lasts ${minutesText(r.minutes)}`}`,
    )
    .join('. ');
}
