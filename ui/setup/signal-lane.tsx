'use client';
import { scaleLinear } from 'd3-scale';
import { area, curveStepAfter, line } from 'd3-shape';
import type { Place, Report } from '@/core/assess';
import { figure } from '@/core/format';
import type { PartId, Setup } from '@/core/model';
import { LevelAxis, useWidth } from '../components';
import { type Across, xIn } from './across';

const HEIGHT = 170;
const LEFT = 42;

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly across: Across;
  /** The joint that is to blame, where that is known. */
  readonly stopsAt?: string | undefined;
}

interface Step extends Place {
  readonly x: number;
}

/** Levels along the line on the same horizontal places as the parts: ceiling, peaks, average, noise. */
export function SignalLane({ setup, report, across, stopsAt }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const xOf = (part: PartId) => xIn(across, width, part);
  const y = scaleLinear([-120, 34], [HEIGHT - 8, 8]);
  const lines = [report, ...report.also].flatMap((d) =>
    d.lines.map((l) => stepsOf(l.places, xOf, width * across.column)),
  );
  const main = lines[0] ?? [];
  const known = (pick: (p: Step) => number | null, steps: readonly Step[]) => ({
    steps,
    defined: (p: Step) => pick(p) !== null,
    at: (p: Step) => y(Math.max(-120, pick(p) ?? 0)),
  });
  const path = (pick: (p: Step) => number | null, steps: readonly Step[]) => {
    const k = known(pick, steps);
    return (
      line<Step>((p) => p.x, k.at)
        .defined(k.defined)
        .curve(curveStepAfter)([...steps]) ?? ''
    );
  };
  const stop = stopAt(setup, report, xOf, stopsAt);
  const label = (text: string, pick: (p: Step) => number | null, dy: number, className: string) => {
    const first = main.find((p) => pick(p) !== null);
    return first ? (
      <text
        x={Math.max(LEFT, first.x) + 4}
        y={Math.max(14, y(Math.max(-120, pick(first)!)) + dy)}
        className={`text-sm ${className}`}
      >
        {text}
      </text>
    ) : null;
  };
  return (
    <div ref={ref}>
      {width > 0 && (
        <svg width={width} height={HEIGHT} role="img" aria-label={spoken(setup, report)}>
          <LevelAxis ticks={[0, -40, -80, -120]} y={y} left={LEFT} right={width} />
          {main.length > 0 && (
            <>
              <path
                d={
                  area<Step>()
                    .x((p) => p.x)
                    .y0(y(-120))
                    .y1((p) => y(Math.max(-120, p.peakDbu ?? -120)))
                    .defined((p) => p.peakDbu !== null)
                    .curve(curveStepAfter)(main) ?? ''
                }
                className="fill-accent-wash"
              />
              <path d={path((p) => p.ceilingDbu, main)} className="fill-none stroke-fail" strokeWidth={2} />
              <path d={path((p) => p.peakDbu, main)} className="fill-none stroke-accent" strokeWidth={2.5} />
              <path
                d={path((p) => p.averageDbu, main)}
                className="fill-none stroke-accent"
                strokeWidth={1.5}
                strokeDasharray="5 4"
              />
              {label('ceiling', (p) => p.ceilingDbu, -5, 'fill-fail')}
              {label('peaks', (p) => p.peakDbu, -5, 'fill-accent font-semibold')}
              {label('average', (p) => p.averageDbu, 14, 'fill-accent')}
            </>
          )}
          {lines.slice(1).map((steps, i) => (
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: lines keep their order, the place is the key
              key={i}
              d={path((p) => p.peakDbu, steps)}
              className="fill-none stroke-accent"
              strokeWidth={1.2}
              strokeDasharray="1 3"
            />
          ))}
          <path
            d={path((p) => p.noiseDbu, main)}
            className="fill-none stroke-soft"
            strokeWidth={1.5}
            strokeDasharray="2 3"
          />
          {label('noise floor', (p) => p.noiseDbu, -5, 'fill-soft')}
          {!stop && <RoomLeft step={main.at(-1)} y={y} width={width} />}
          {stop && (
            <g>
              <rect x={stop.x} width={width - stop.x} y={0} height={HEIGHT} className="fill-card opacity-85" />
              <line
                x1={stop.x}
                x2={stop.x}
                y1={4}
                y2={HEIGHT - 4}
                className="stroke-fail"
                strokeWidth={2}
                strokeDasharray="6 4"
              />
              <text
                x={stop.flip ? stop.x - 8 : stop.x + 8}
                y={HEIGHT / 2}
                textAnchor={stop.flip ? 'end' : 'start'}
                className="fill-fail font-bold"
              >
                the line stops here
              </text>
            </g>
          )}
        </svg>
      )}
    </div>
  );
}

/** How far the peaks stay below the ceiling at the input, written beside the gap itself. */
function RoomLeft({
  step,
  y,
  width,
}: {
  readonly step: Step | undefined;
  readonly y: (dbu: number) => number;
  readonly width: number;
}) {
  if (!step || step.ceilingDbu === null || step.peakDbu === null || width - step.x < 130) return null;
  const room = step.ceilingDbu - step.peakDbu;
  const [top, bottom] = [y(step.ceilingDbu), y(Math.max(-120, step.peakDbu))];
  return (
    <g className={room < 0 ? 'fill-fail' : 'fill-ink'}>
      <path
        d={`M${step.x + 4} ${top}h6V${bottom}h-6`}
        className={`fill-none ${room < 0 ? 'stroke-fail' : 'stroke-ink'}`}
        strokeWidth={1.5}
      />
      <text x={step.x + 16} y={(top + bottom) / 2 + 5} className="font-semibold">
        {room < 0 ? `${figure(-room)} dB too loud` : `${figure(room)} dB headroom`}
      </text>
    </g>
  );
}

/** A level holds from the middle of its part to the middle of the next; the last one to the end of its column. */
function stepsOf(places: readonly Place[], xOf: (part: PartId) => number, column: number): Step[] {
  const steps = places.map((p) => ({ ...p, x: Math.max(LEFT, xOf(p.part)) }));
  const last = steps.at(-1);
  return last ? [...steps, { ...last, x: last.x + column / 2 }] : steps;
}

/** Where a line that does not arrive is cut: the joint that is to blame, else the one that Wired or Seen points at. */
function stopAt(setup: Setup, report: Report, xOf: (part: PartId) => number, blamed: string | undefined) {
  const lost = report.lines.some((l) => !l.arrives);
  const pointed = report.verdicts.filter((v) => (v.gate === 'wired' || v.gate === 'seen') && v.status === 'fail');
  const id = blamed ?? pointed.find((v) => v.joint !== undefined)?.joint;
  const joint = lost ? setup.joints.find((j) => j.id === id) : undefined;
  if (!joint) return null;
  const x = (xOf(joint.a.part) + xOf(joint.b.part)) / 2;
  return { x, flip: x > 480 };
}

function spoken(setup: Setup, report: Report): string {
  const words = report.lines.map((l) => {
    const name = setup.job.sources.find((s) => s.id === l.source)?.name ?? l.source;
    const end = l.places.at(-1);
    if (!l.arrives || !end || end.peakDbu === null || end.ceilingDbu === null) return `${name} does not arrive`;
    return `${name}: peaks ${figure(end.ceilingDbu - end.peakDbu)} dB below full scale at the input`;
  });
  return `Signal in dBu along the line. ${words.join('. ')}.`;
}
