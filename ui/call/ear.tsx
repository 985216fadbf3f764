'use client';
import { scaleLinear } from 'd3-scale';
import Link from 'next/link';
import type { Heard, Hearings, Listener } from '@/core/call';
import { figure } from '@/core/format';
import { useWidth } from '../components';
import { Listen } from './listen';
import { atListener, IS_WORDS, isWrong } from './said';

const FLOOR_DB = 60;
const HEIGHT = 190;
const TOP = 22;
const FOOT = 44;

/** What comes to one ear: every voice as a height under the loudest, oneself as echo. */
export function Ear({
  setup,
  hearings,
  listener,
}: {
  /** Its id, for the way to the line. */
  readonly setup: string;
  readonly hearings: Hearings;
  readonly listener: Listener;
}) {
  const [box, width] = useWidth<HTMLDivElement>();
  const own = atListener(hearings, listener.id).filter((h) => h.want !== 'self' || h.echo !== null);
  const loudest = Math.max(...own.flatMap((h) => (h.want === 'self' || h.levelDb === null ? [] : [h.levelDb])));
  const nameOf = (h: Heard) =>
    h.want === 'self' ? 'self' : (hearings.voices.find((v) => v.id === h.from)?.name ?? h.from);
  const y = scaleLinear([0, -FLOOR_DB], [TOP, HEIGHT - FOOT]).clamp(true);
  const noise = listener.noiseDb === null || !Number.isFinite(loudest) ? null : listener.noiseDb - loudest;
  const bars = own.length + (noise === null ? 0 : 1);
  const step = width / Math.max(1, bars);
  const wide = Math.min(56, step * 0.62);
  const ms = (h: Heard) => (h.delayMs === null || h.delayMs < 1 ? null : `${figure(h.delayMs)} ms`);
  return (
    <section aria-label={`What ${listener.name} hears`} className="rounded-xl border border-rule bg-card p-3">
      <h2 className="font-bold">
        {listener.kind === 'take' ? listener.name : `In the ear of ${listener.name}`}{' '}
        <span className="font-normal text-soft text-sm">dB under the loudest voice</span>
      </h2>
      {!listener.connected && (
        <p className="mt-1 rounded-lg bg-caution-wash px-2 py-1">
          Not known: this device does not take its sound from the line yet.
        </p>
      )}
      <div ref={box} className="mt-1">
        {width > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            role="img"
            aria-label={`${listener.name}: ${own.map((h) => textOf(h, nameOf(h))).join('; ')}`}
          >
            {[0, -20, -40].map((db) => (
              <line key={db} x1={0} x2={width} y1={y(db)} y2={y(db)} stroke="var(--rule)" />
            ))}
            {own.map((h, i) => {
              const under = h.levelDb === null || !Number.isFinite(loudest) ? null : h.levelDb - loudest;
              const x = step * (i + 0.5);
              const bad = isWrong(h);
              const limit = h.echo && Number.isFinite(loudest) ? y(-20 - h.echo.leastDb - loudest) : null;
              return (
                <g key={h.from}>
                  {under !== null && (
                    <rect
                      x={x - wide / 2}
                      width={wide}
                      y={y(under)}
                      height={Math.max(2, HEIGHT - FOOT - y(under))}
                      rx={5}
                      fill={bad ? 'var(--fail)' : h.want === 'self' ? 'var(--soft)' : 'var(--accent)'}
                    />
                  )}
                  {limit !== null && (
                    <line
                      x1={x - step / 2 + 4}
                      x2={x + step / 2 - 4}
                      y1={limit}
                      y2={limit}
                      stroke="var(--ink)"
                      strokeWidth={2}
                      strokeDasharray="5 4"
                    />
                  )}
                  <text
                    x={x}
                    y={under === null ? HEIGHT - FOOT - 6 : y(under) - 6}
                    textAnchor="middle"
                    className="fill-ink font-mono text-[13px]"
                  >
                    {under === null
                      ? 'nothing'
                      : under < -FLOOR_DB
                        ? `−${FLOOR_DB} or less`
                        : under > -0.5
                          ? '0'
                          : `−${Math.round(-under)}`}
                  </text>
                  <text
                    x={x}
                    y={HEIGHT - FOOT + 16}
                    textAnchor="middle"
                    className={`text-[13px] ${bad ? 'fill-fail font-bold' : 'fill-ink'}`}
                  >
                    {short(nameOf(h), step)}
                  </text>
                  <text
                    x={x}
                    y={HEIGHT - FOOT + 32}
                    textAnchor="middle"
                    className={`text-[12px] ${bad ? 'fill-fail' : 'fill-soft'}`}
                  >
                    {bad ? IS_WORDS[h.is] : ms(h)}
                  </text>
                </g>
              );
            })}
            {noise !== null && (
              <g>
                <rect
                  x={step * (bars - 0.5) - wide / 2}
                  width={wide}
                  y={y(noise)}
                  height={Math.max(2, HEIGHT - FOOT - y(noise))}
                  rx={5}
                  fill="var(--rule)"
                />
                <text
                  x={step * (bars - 0.5)}
                  y={y(noise) - 6}
                  textAnchor="middle"
                  className="fill-ink font-mono text-[13px]"
                >
                  −{Math.round(-noise)}
                </text>
                <text
                  x={step * (bars - 0.5)}
                  y={HEIGHT - FOOT + 16}
                  textAnchor="middle"
                  className="fill-soft text-[13px]"
                >
                  hiss
                </text>
              </g>
            )}
          </svg>
        )}
      </div>
      {own.some((h) => h.echo) && (
        <p className="text-soft text-sm">
          <span className="mr-1 inline-block w-5 border-ink border-t-2 border-dashed align-middle" aria-hidden />
          an echo must stay under this (ITU-T G.131)
        </p>
      )}
      <p className="mt-1 flex flex-wrap items-center gap-x-3 text-sm">
        <span className="text-soft">Along the line:</span>
        {own.map((h) => (
          <Link
            key={h.from}
            href={`/line/?${new URLSearchParams({ setup, from: h.from, to: h.to })}`}
            className="inline-flex min-h-8 items-center underline"
          >
            {h.want === 'self' ? 'the echo' : nameOf(h)}
          </Link>
        ))}
      </p>
      {own.some((h) => h.levelDb !== null) && (
        <Listen key={`${listener.id} ${keyOf(own)}`} hearings={hearings} listener={listener} />
      )}
    </section>
  );
}

/** Another sound for other levels. */
const keyOf = (own: readonly Heard[]): string => own.map((h) => `${h.from} ${h.levelDb} ${h.delayMs}`).join();

const textOf = (h: Heard, name: string): string =>
  `${name} ${h.levelDb === null ? 'not heard' : `${Math.round(h.underDb ?? 0)} dB under the loudest`}${isWrong(h) ? `, ${IS_WORDS[h.is]}` : ''}`;

const short = (name: string, step: number): string => {
  const most = Math.max(4, Math.floor(step / 7));
  return name.length <= most ? name : `${name.slice(0, most - 1)}…`;
};
