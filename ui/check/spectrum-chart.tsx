import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { itemAt } from '@/core/algorithms';
import { figure } from '@/core/format';
import type { TakeReport } from '@/core/take';
import { channelName } from '@/core/take';
import { FootAxis, LevelAxis, useWidth } from '../components';

const HEIGHT = 190;
const EDGE = { left: 40, right: 8, top: 8, bottom: 20 };
const TICKS = [50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000];

/** What the loudest channel is made of: what is loud, what is left in the gaps, and the mains in it. */
export function SpectrumChart({ measured: { perChannel, channels, rateHz } }: { readonly measured: TakeReport }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const loudest = perChannel.reduce((best, c, i) => (c.rmsDbfs > itemAt(perChannel, best).rmsDbfs ? i : best), 0);
  const { spectrum, hum, band } = itemAt(perChannel, loudest);
  if (spectrum.hz.length < 2) return null;
  const all = [...spectrum.active, ...(spectrum.noise ?? [])].filter((v) => v > -150);
  const top = Math.ceil(Math.max(...all) / 10) * 10;
  const x = scaleLog([25, Math.max(4000, rateHz / 2)], [EDGE.left, Math.max(80, width - EDGE.right)]);
  const y = scaleLinear(
    [Math.max(top - 100, Math.floor(Math.min(...all) / 10) * 10), top],
    [HEIGHT - EDGE.bottom, EDGE.top],
  ).clamp(true);
  const path = line<number>(
    (_, i) => x(itemAt(spectrum.hz, i)),
    (v) => y(v),
  );
  const name = channelName(loudest, channels);
  return (
    <figure className="rounded-xl border border-rule bg-card px-2 pt-1">
      <figcaption className="flex flex-wrap gap-x-4 text-sm">
        <b>Spectrum{name && `, ${name}`}</b>
        <span className="text-soft">thick: loud; dashed: the gaps; bars: mains and its harmonics</span>
      </figcaption>
      <div ref={ref}>
        {width > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            role="img"
            aria-label={hum ? `Mains hum at ${figure(hum.mainsHz, 1)} Hz` : 'Spectrum without mains hum'}
          >
            <LevelAxis ticks={y.ticks(4)} y={y} left={EDGE.left} right={itemAt(x.range(), 1)} />
            <FootAxis
              ticks={TICKS.filter((t) => t < rateHz / 2)}
              x={x}
              at={HEIGHT - 5}
              text={(t) => (t < 1000 ? String(t) : `${t / 1000}k`)}
            />
            {hum?.harmonics.map((h) => (
              <g key={h.n}>
                <rect
                  x={x(h.hz) - 2}
                  y={y(h.dbfs)}
                  width={4}
                  height={Math.max(0, HEIGHT - EDGE.bottom - y(h.dbfs))}
                  className="fill-fail"
                />
                {h.n <= 3 && (
                  <text
                    x={x(h.hz)}
                    y={Math.max(10, y(h.dbfs) - 3)}
                    textAnchor="middle"
                    className="fill-fail font-mono text-[11px]"
                  >
                    {figure(h.hz)}
                  </text>
                )}
              </g>
            ))}
            {spectrum.noise && (
              <path
                d={path(spectrum.noise) ?? ''}
                fill="none"
                strokeDasharray="5 4"
                strokeWidth={1.5}
                className="stroke-ink"
              />
            )}
            <path d={path(spectrum.active) ?? ''} fill="none" strokeWidth={2.5} className="stroke-accent" />
            {band?.edge && (
              <g>
                <line
                  x1={x(band.upToHz)}
                  x2={x(band.upToHz)}
                  y1={EDGE.top}
                  y2={HEIGHT - EDGE.bottom}
                  strokeDasharray="2 3"
                  className="stroke-fail"
                />
                <text x={x(band.upToHz) + 4} y={EDGE.top + 10} className="fill-fail font-mono text-[11px]">
                  ends
                </text>
              </g>
            )}
          </svg>
        )}
      </div>
    </figure>
  );
}
