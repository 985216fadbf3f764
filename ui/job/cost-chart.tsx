'use client';
import { scaleLinear } from 'd3-scale';
import { curveStepAfter, line } from 'd3-shape';
import { itemAt } from '@/core/algorithms';
import type { Answer, Route } from '@/core/plan';
import { FootAxis, LevelAxis, useWidth } from '../components';
import { letterOf } from './letter';

const HEIGHT = 250;
const EDGE = { left: 34, right: 12, top: 10, bottom: 28 };
/** A failing chain has no margin worth the name: it stands in the red below 0, deeper with each gate that fails. */
const shownRoom = (r: { readonly score: Route['score'] }): number =>
  r.score.failing + r.score.unknown > 0 ? -0.25 * (r.score.failing + r.score.unknown) : r.score.margin;

/** What margin costs: every chain computed, and the answers by letter. */
export function CostChart({
  answers,
  routes,
}: {
  readonly answers: readonly Answer[];
  readonly routes: readonly Route[];
}) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const x = scaleLinear(
    [0, Math.max(20, ...routes.map((r) => r.cost))],
    [EDGE.left, Math.max(60, width - EDGE.right)],
  ).nice(4);
  const top = Math.max(1, ...routes.map(shownRoom)) + 0.2;
  const y = scaleLinear([Math.min(-1, ...routes.map(shownRoom)), top], [HEIGHT - EDGE.bottom, EDGE.top]);
  const front = answers
    .filter((a) => a.score.failing + a.score.unknown === 0)
    .filter(
      (a) =>
        !answers.some((b) => b !== a && b.cost <= a.cost && b.score.margin > a.score.margin && b.score.failing === 0),
    )
    .sort((a, b) => a.cost - b.cost);
  const step = line<Answer>(
    (a) => x(a.cost),
    (a) => y(shownRoom(a)),
  ).curve(curveStepAfter);
  return (
    <section aria-label="Cost against the weakest gate">
      <h2 className="font-bold">Cost against the weakest gate</h2>
      <div ref={ref}>
        {width > 0 && (
          <svg width={width} height={HEIGHT} aria-label={`${routes.length} chains computed, ${answers.length} kept`}>
            <rect
              x={EDGE.left}
              y={y(0)}
              width={itemAt(x.range(), 1) - EDGE.left}
              height={HEIGHT - EDGE.bottom - y(0)}
              className="fill-fail-wash"
            />
            <LevelAxis
              ticks={[0, 1, 2].filter((t) => t <= top)}
              y={y}
              left={EDGE.left}
              right={itemAt(x.range(), 1)}
              strong={0}
            />
            <text x={EDGE.left + 4} y={EDGE.top + 10} className="fill-soft text-xs">
              margin; 0 just passes
            </text>
            <text x={EDGE.left + 4} y={HEIGHT - EDGE.bottom - 6} className="fill-fail text-xs">
              a gate fails
            </text>
            <FootAxis ticks={x.ticks(4)} x={x} at={HEIGHT - 12} />
            <text x={x.range()[1]} y={HEIGHT - 4} textAnchor="end" className="fill-soft text-xs">
              to buy
            </text>
            {routes.map((r, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: routes only ever grow at the end, the place is the key
              <circle key={i} cx={x(r.cost)} cy={y(shownRoom(r))} r={3.2} className="fill-none stroke-soft" />
            ))}
            {front.length > 1 && (
              <path d={step(front) ?? ''} className="fill-none stroke-accent" strokeDasharray="3 3" strokeWidth={1.5} />
            )}
            {answers
              .map((a, i) => ({ a, i }))
              .reverse()
              .map(({ a, i }) => (
                <g key={a.setup.id} transform={`translate(${x(a.cost)},${y(shownRoom(a))})`}>
                  <a href={`#chain-${letterOf(i)}`} aria-label={`Chain ${letterOf(i)}`}>
                    <circle
                      r={10}
                      className={i === 0 ? 'fill-accent stroke-accent' : 'fill-card stroke-accent'}
                      strokeWidth={2}
                    />
                    <text
                      textAnchor="middle"
                      dy={4}
                      className={`font-bold text-xs ${i === 0 ? 'fill-accent-ink' : 'fill-accent'}`}
                    >
                      {letterOf(i)}
                    </text>
                  </a>
                </g>
              ))}
          </svg>
        )}
      </div>
      <p className="text-soft text-sm">
        Every ring is a chain that was computed: {routes.length}. Letters are those that none beats on all of cost,
        margin, parts, weight and time to set up; press one to find it. The dashed line joins what margin costs.
      </p>
    </section>
  );
}
