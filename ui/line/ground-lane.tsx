'use client';
import { itemAt, oneWith, pairOf } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import type { PartId, Setup } from '@/core/model';
import { lower, nameIn, useWidth } from '../components';
import { type Across, xIn } from '../setup';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly across: Across;
}

const earthAt = (report: Report, id: string) => oneWith(report.joints, 'joint', id).earth;
const numbersOf = (setup: Setup, joints: readonly string[]): string =>
  joints.map((id) => setup.joints.findIndex((j) => j.id === id) + 1).join(', ');

const linesOf = (report: Report) => [report, ...report.also].flatMap((d) => d.lines);

/** What the ground lane says in words: where it loops and what that does, else where it is broken, else that all is one path. */
export function groundWords(setup: Setup, report: Report): string {
  const nameOf = (id: string) => lower(nameIn(setup, id));
  const loop = report.loops[0];
  if (loop) {
    const hums = [report, ...report.also].flatMap((d) => d.channels.map((c) => c.overHumDbA)).filter((h) => h !== null);
    const under = hums.length > 0 ? `; hum about ${figure(Math.min(...hums))} dB under the voice` : '';
    return `a loop: ${loop.what} through ${nameOf(loop.from)}, connections ${numbersOf(setup, loop.joints)}, ${nameOf(loop.to)}${under}`;
  }
  const joints = [...new Set(linesOf(report).flatMap((l) => l.joints))];
  const broken = joints.filter((id) => earthAt(report, id) === 'broken');
  if (broken.length > 0) return `screen does not meet screen at connection ${numbersOf(setup, broken)}`;
  return report.earthings.length > 0 ? 'one path, no loop' : 'one path, no loop; nothing here is on the mains';
}

const STRAP_Y = 8;
const LOOP_Y = 58;
const current = (ua: number): string => (ua < 1000 ? `${ua.toPrecision(1)} µA` : `${(ua / 1000).toPrecision(1)} mA`);

/** Screens from part to part, what is tied to the mains earth, and the loops that mains current runs round. */
export function GroundLane({ setup, report, across }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const xOf = (part: PartId) => xIn(across, width, part);
  const trunk = report.lines[0];
  const loops = report.loops.slice(0, 2);
  const looping = new Set(loops.flatMap((l) => l.joints));
  const height = loops.length > 0 ? LOOP_Y + 16 : 36;
  if (!trunk) return null;
  const earthed = new Map(report.earthings.map((e) => [e.part, e.metal]));
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg width={width} height={height} role="img" aria-label={groundWords(setup, report)}>
          {trunk.joints.map((id, i) => {
            const [from, to] = [xOf(itemAt(trunk.parts, i)), xOf(itemAt(trunk.parts, i + 1))];
            const how = earthAt(report, id);
            const mid = (from + to) / 2;
            const hot = looping.has(id);
            return (
              <g key={id}>
                {how === 'metal' && <Strap from={from} to={to} hot={hot} />}
                {how === 'broken' && (
                  <>
                    <Strap from={from} to={mid - 10} hot={false} />
                    <Strap from={mid + 10} to={to} hot={false} />
                    <path d={`M${mid - 5} 3l10 10M${mid + 5} 3l-10 10`} className="stroke-fail" strokeWidth={2} />
                  </>
                )}
              </g>
            );
          })}
          {trunk.parts.map((part) => {
            const metal = earthed.get(part);
            return (
              <g key={part} transform={`translate(${xOf(part)} ${STRAP_Y})`}>
                <circle r={3.5} className="fill-ink" />
                {metal !== undefined && (
                  <path
                    d="M0 0v12M-9 12h18M-6 16h12M-3 20h6"
                    className="fill-none stroke-ink"
                    strokeWidth={2}
                    strokeDasharray={metal ? undefined : '2 3'}
                  />
                )}
              </g>
            );
          })}
          {loops.map((loop, i) => {
            const [from, to] = pairOf([xOf(loop.from), xOf(loop.to)].sort((a, b) => a - b));
            const y = LOOP_Y - 14 * i;
            return (
              <g key={`${loop.from} ${loop.what}`}>
                <path
                  d={`M${from} 32V${y}H${to}V32`}
                  className="fill-none stroke-fail"
                  strokeWidth={2}
                  strokeDasharray="3 4"
                />
                <text x={(from + to) / 2} y={y - 5} textAnchor="middle" className="fill-fail font-semibold text-sm">
                  {loop.what}, some {current(loop.microampere)}
                </text>
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}

/** A run of screen or ground, told apart by its dashes; part of a loop by its weight. */
function Strap({ from, to, hot }: { readonly from: number; readonly to: number; readonly hot: boolean }) {
  return (
    <line
      x1={from}
      x2={to}
      y1={STRAP_Y}
      y2={STRAP_Y}
      className={hot ? 'stroke-fail' : 'stroke-ink'}
      strokeWidth={hot ? 3 : 1.5}
      strokeDasharray="9 3 2 3"
    />
  );
}
