'use client';
import { scaleLinear } from 'd3-scale';
import { figure } from '@/core/format';
import type { VoiceRange } from '@/core/levels';
import type { Setup } from '@/core/model';
import { nameIn, useWidth } from '../components';

const FLOORS = {
  noise: 'it drowns in noise',
  hum: 'it drowns in hum',
  level: 'it is too low to use',
} as const;
const LIMITS = {
  microphone: 'the microphone itself gives way',
  amplifier: 'clips',
  converter: 'is at full scale',
} as const;

/** For each voice the loudest that is safe and the quietest that is clean, as the knobs stand. */
export function Voices({ setup, voices }: { readonly setup: Setup; readonly voices: readonly VoiceRange[] }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const x = scaleLinear([30, 110], [8, Math.max(60, width - 8)]).clamp(true);
  return (
    <section aria-label="How loud a voice may be" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">
        How loud a voice may be <span className="font-normal text-soft text-sm">dB at 1 m</span>
      </h2>
      <div ref={ref}>
        {voices.map((v) => (
          <div key={v.source} className="mt-1">
            {width > 0 && v.loudestSpl !== null && v.quietestSpl !== null ? (
              <svg width={width} height={46} role="img" aria-label={spoken(setup, v)}>
                <text x={8} y={13} className="fill-ink font-semibold text-sm">
                  {v.name}
                  {setup.job.sources.find((s) => s.id === v.source)?.from && ', by wire: 94 is as loud as it is rated'}
                </text>
                <line x1={8} x2={width - 8} y1={26} y2={26} className="stroke-rule" strokeWidth={2} />
                {v.loudestSpl > v.quietestSpl && (
                  <rect
                    x={x(v.quietestSpl)}
                    width={Math.max(2, x(v.loudestSpl) - x(v.quietestSpl))}
                    y={21}
                    height={10}
                    rx={5}
                    className="fill-accent-wash stroke-accent"
                    strokeWidth={1.5}
                  />
                )}
                <path
                  d={`M${x(v.nowSpl)} 18v16`}
                  className={inside(v) ? 'stroke-ink' : 'stroke-fail'}
                  strokeWidth={4}
                  strokeLinecap="round"
                />
                <text x={x(v.nowSpl)} y={14} textAnchor="middle" className="fill-ink font-semibold text-sm">
                  now {figure(v.nowSpl)}
                </text>
                {v.loudestSpl > v.quietestSpl + 6 &&
                  [v.quietestSpl, v.loudestSpl].map((spl) => (
                    <text key={spl} x={x(spl)} y={44} textAnchor="middle" className="fill-soft text-sm">
                      {figure(spl)}
                    </text>
                  ))}
              </svg>
            ) : (
              <p className="text-fail">{v.name} does not arrive: put Wired right on Line first.</p>
            )}
            {v.loudestSpl !== null && <p className="text-soft text-sm">{spoken(setup, v)}</p>}
          </div>
        ))}
      </div>
    </section>
  );
}

const inside = (v: VoiceRange): boolean => v.nowSpl <= v.loudestSpl! && v.nowSpl >= v.quietestSpl!;

function spoken(setup: Setup, v: VoiceRange): string {
  const part = v.first && nameIn(setup, v.first.part);
  const loud = part ? `; up to ${figure(v.loudestSpl!)}, where ${part} ${LIMITS[v.first!.what]}` : '';
  return `${v.name}: clean from ${figure(v.quietestSpl!)} dB (below that ${FLOORS[v.floor!]})${loud}.`;
}
