import { scaleLinear } from 'd3-scale';
import { itemAt } from '@/core/algorithms';
import { figure } from '@/core/format';
import { isHeard, type LiveReading } from '@/core/take';
import { StatusMark, useWidth } from '../components';
import { clippingWords, sidesWords } from './meter-words';

interface Props {
  readonly reading: LiveReading;
  readonly history: readonly number[];
  readonly historyS: number;
  readonly onClear: () => void;
}

const LEAST_DB = -72;
const NAMES = ['L', 'R'];
const BAR = 26;
const HISTORY = 64;
const TICKS = [-60, -40, -30, -20, -12, -6, 0];

const db = (x: number): string => (Number.isFinite(x) ? figure(x, 1) : '−∞');

/** Level of every channel with the peak held, the last minute beneath, and what the sides do. */
export function Meter({ reading, history, historyS, onClear }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const { channels } = reading;
  const left = 30;
  const x = scaleLinear([LEAST_DB, 0], [left, Math.max(120, width - 70)]).clamp(true);
  // One shape for all of it: hundreds of little bars a second would take the time that the sound needs.
  const step = (itemAt(x.range(), 1) - left) / (historyS * 10);
  const past = history
    .map((peak, i) => {
      const level = Math.max(0, 1 - (20 * Math.log10(Math.max(1e-6, peak))) / LEAST_DB);
      const at = left + (historyS * 10 - history.length + i) * step;
      return `M${at.toFixed(1)},${HISTORY - 2}v${(-(HISTORY - 6) * level).toFixed(1)}h${step.toFixed(2)}V${HISTORY - 2}z`;
    })
    .join('');
  const height = channels.length * (BAR + 6) + 18;
  const [sides, clipping, loud] = [sidesWords(reading), clippingWords(reading), isHeard(reading)];
  return (
    <section aria-label="Meter" className="rounded-xl border border-rule bg-card p-3">
      <div ref={ref}>
        {width > 0 && (
          <svg
            width={width}
            height={height + HISTORY}
            role="img"
            aria-label={`Peak held ${channels.map((c) => db(c.heldDbfs)).join(' and ')} dBFS`}
          >
            {TICKS.map((t) => (
              <g key={t}>
                <line x1={x(t)} x2={x(t)} y1={0} y2={height - 16} className={t === 0 ? 'stroke-fail' : 'stroke-rule'} />
                <text x={x(t)} y={height - 4} textAnchor="middle" className="fill-soft font-mono text-[11px]">
                  {figure(t)}
                </text>
              </g>
            ))}
            {channels.map((c, i) => {
              const y = i * (BAR + 6);
              const end = Number.isFinite(c.peakDbfs) ? x(c.peakDbfs) : left;
              const mean = Number.isFinite(c.rmsDbfs) ? x(c.rmsDbfs) : left;
              const held = Number.isFinite(c.heldDbfs) ? x(c.heldDbfs) : left;
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: channels have no other name
                <g key={i}>
                  <text x={8} y={y + 18} className="fill-ink font-bold">
                    {channels.length <= 2 ? NAMES[i] : i + 1}
                  </text>
                  <rect
                    x={left}
                    y={y}
                    width={Math.max(0, end - left)}
                    height={BAR}
                    className={c.peakDbfs > -1 ? 'fill-fail' : 'fill-accent opacity-45'}
                  />
                  <rect x={left} y={y + 6} width={Math.max(0, mean - left)} height={BAR - 12} className="fill-accent" />
                  <rect
                    x={held - 1.5}
                    y={y}
                    width={3}
                    height={BAR}
                    className={c.heldDbfs > -1 ? 'fill-fail' : 'fill-ink'}
                  />
                  <text x={width - 4} y={y + 18} textAnchor="end" className="fill-ink font-mono font-semibold">
                    {db(c.heldDbfs)}
                  </text>
                </g>
              );
            })}
            <g transform={`translate(0 ${height})`}>
              <line x1={left} x2={x.range()[1]} y1={HISTORY - 2} y2={HISTORY - 2} className="stroke-rule" />
              <path d={past} className="fill-accent opacity-60" />
              <text x={4} y={HISTORY - 4} className="fill-soft font-mono text-[11px]">
                60 s
              </text>
            </g>
          </svg>
        )}
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-5 gap-y-1">
        <span className="flex items-center gap-2">
          <StatusMark status={clipping.status} />
          {clipping.clips > 0 ? (
            <button type="button" onClick={onClear} className="min-h-10 font-semibold text-fail underline">
              {clipping.words} Clear
            </button>
          ) : (
            clipping.words
          )}
        </span>
        {sides && (
          <span className="flex items-center gap-2">
            <StatusMark status={sides.status} /> {sides.words}
          </span>
        )}
        {!loud && (
          <span className="flex items-center gap-2">
            <StatusMark status="not known" /> Hardly anything comes in: speak, or tap the microphone.
          </span>
        )}
      </div>
    </section>
  );
}
