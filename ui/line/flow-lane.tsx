'use client';
import type { PartId, Setup } from '@/core/model';
import { nameIn, useWidth } from '../components';
import { type Across, xIn } from '../setup';

/** Something that goes from one part to another: current, or what is heard. */
export interface Flow {
  /** Null for the app, which stands in the last column. */
  readonly from: string | null;
  readonly to: string;
  readonly label: string;
  readonly wrong: boolean;
  readonly dashes?: string;
}

interface Props {
  readonly setup: Setup;
  readonly across: Across;
  readonly flows: readonly Flow[];
  /** What the other end of a flow to or from the app is called. */
  readonly app: string;
  readonly spoken: string;
}

const STEP = 30;
const HEAD = 8;

/** Arrows on the places of the parts, one below another; on a phone, where there are no places, a list. */
export function FlowLane({ setup, across, flows, app, spoken }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  if (flows.length === 0) return null;
  const xOf = (part: PartId | null) => (part === null ? across.app * width : xIn(across, width, part));
  const nameOf = (part: PartId | null) => (part === null ? app : nameIn(setup, part));
  return (
    <>
      <ul className="flex flex-col gap-1 px-3 pb-1 desk:hidden">
        {flows.map((f) => (
          <li
            key={`${f.from} ${f.to} ${f.label}`}
            className={`flex items-baseline justify-between gap-2 leading-tight ${f.wrong ? 'font-semibold text-fail' : ''}`}
          >
            <span className="wrap-anywhere min-w-0">
              {nameOf(f.from)} <span className="text-soft">to</span> {nameOf(f.to)}
            </span>
            <span className="max-w-32 shrink-0 text-right text-sm">{f.label}</span>
          </li>
        ))}
      </ul>
      <div ref={ref} className="hidden desk:block">
        {width > 0 && (
          <svg width={width} height={flows.length * STEP + 6} role="img" aria-label={spoken}>
            {flows.map((f, i) => (
              <Arrow
                key={`${f.from} ${f.to} ${f.label}`}
                from={xOf(f.from)}
                to={xOf(f.to)}
                y={i * STEP + 22}
                width={width}
                flow={f}
                name={nameOf(f.to)}
              />
            ))}
          </svg>
        )}
      </div>
    </>
  );
}

interface ArrowProps {
  readonly from: number;
  readonly to: number;
  readonly y: number;
  readonly width: number;
  readonly flow: Flow;
  /** Of where it goes: told where its column does not show it. */
  readonly name: string;
}

/** One arrow with its words above the middle; what goes to its own column is a short hook. */
function Arrow({ from, to, y, width, flow, name }: ArrowProps) {
  const ink = flow.wrong ? 'stroke-fail' : 'stroke-accent';
  const fill = flow.wrong ? 'fill-fail' : 'fill-accent';
  const same = Math.abs(to - from) < 4;
  const tip = same ? from + 26 : to;
  const start = same ? from - 26 : from;
  const way = Math.sign(tip - start);
  const middle = Math.max(110, Math.min(width - 110, (start + tip) / 2));
  return (
    <g>
      <circle cx={start} cy={y} r={4} className={fill} />
      <line
        x1={start}
        x2={tip - way * HEAD}
        y1={y}
        y2={y}
        className={ink}
        strokeWidth={flow.wrong ? 3 : 2}
        strokeDasharray={flow.dashes}
      />
      <path d={`M${tip} ${y}l${-way * HEAD} -5v10z`} className={fill} />
      <text
        x={middle}
        y={y - 8}
        textAnchor="middle"
        className={`text-sm ${flow.wrong ? 'fill-fail font-semibold' : 'fill-ink'}`}
        paintOrder="stroke"
        strokeWidth={4}
        style={{ stroke: 'var(--card)' }}
      >
        {same ? `${name}: ${flow.label}` : flow.label}
      </text>
    </g>
  );
}
