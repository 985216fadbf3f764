import { itemAt } from '@/core/algorithms';
import { type Connector, type FamilyName, mate, mustConnector } from '@/core/connectors';
import type { PortSpec } from '@/core/model';
import { letterOfRole } from './role-letter';

interface Props {
  /** The port at the left and the one at the right of the joint, as they stand on the sheet. */
  readonly left: PortSpec;
  readonly right: PortSpec;
  readonly outMm: number;
  readonly className?: string;
  /** Without the letters of its contacts, where they would be too small to read. */
  readonly plain?: boolean;
}

/** A joint to scale, in millimetres: drawn from the same profiles that decide which contact touches which. */
export function JointDrawing({ left, right, outMm, className = '', plain = false }: Props) {
  const l = mustConnector(left.connector);
  const r = mustConnector(right.connector);
  if (l.form === 'keyed' || r.form === 'keyed')
    return <KeyedDrawing connectors={[l, r]} outMm={outMm} className={className} />;
  return <ConcentricDrawing left={left} right={right} outMm={outMm} className={className} plain={plain} />;
}

/** Barrel of the plug behind its sleeve, and the wall of the part that the socket sits in. */
const BARREL_MM = 5;
const WALL_MM = 1;

function ConcentricDrawing({ left, right, outMm, className, plain }: Required<Props>) {
  const l = mustConnector(left.connector);
  const r = mustConnector(right.connector);
  const plugIsLeft = l.form === 'concentric-plug';
  const [plug, socket] = plugIsLeft ? [l, r] : [r, l];
  const [plugPort, socketPort] = plugIsLeft ? [left, right] : [right, left];
  // Two plugs or two sockets do not go together; they are drawn apart, each as far as it can be.
  if (plug.form !== 'concentric-plug' || socket.form !== 'concentric-socket') {
    return <NoFit left={l} right={r} className={className} />;
  }
  const { segments, diameterMm } = plug.profile;
  const length = itemAt(segments, segments.length - 1).toMm;
  const scale = diameterMm / 3.5;
  const mating = mate(plug, socket, outMm);
  const touches = mating.fits ? mating.touches : [];
  const shared = (t: (typeof touches)[number]) =>
    touches.some((o) => o !== t && (o.plug === t.plug || o.socket === t.socket));
  // Drawn with the plug at the left; mirrored when it is at the right, letters excepted.
  const width = length + BARREL_MM * scale + outMm + 1.5 * scale;
  const at = (mm: number, out: number) => {
    const x = width - 1.5 * scale - mm - out;
    return plugIsLeft ? x : width - x;
  };
  const span = (fromMm: number, toMm: number, out: number) => {
    const a = at(fromMm, out);
    const b = at(toMm, out);
    return { x: Math.min(a, b), width: Math.abs(a - b) };
  };
  const half = diameterMm / 2;
  const springReach = 1.5 * scale;
  const text = plain ? 0 : 2.6 * scale;
  const top = -half - springReach - text - (plain ? 0.3 : 0.9) * scale;
  const height = -2 * top;
  return (
    <svg viewBox={`0 ${top} ${width} ${height}`} className={className} aria-hidden>
      {/* The socket: its body open to the plug, a spring for each contact. */}
      <rect
        {...span(-1.2 * scale, length - WALL_MM * scale, 0)}
        y={-half - springReach}
        height={2 * (half + springReach)}
        rx={0.6}
        className="fill-paper stroke-soft"
        strokeWidth={0.25 * scale}
      />
      <rect
        {...span(length, length + BARREL_MM * scale, outMm)}
        y={-half - 1.1 * scale}
        height={2 * half + 2.2 * scale}
        rx={0.8 * scale}
        className="fill-(--barrel)"
      />
      {segments.map((s, i) => (
        <rect
          key={s.contact}
          {...span(s.fromMm, s.toMm, outMm)}
          y={-half}
          height={2 * half}
          rx={i === 0 ? half * 0.9 : 0}
          className="fill-(--metal) stroke-(--metal-edge)"
          strokeWidth={0.2 * scale}
        />
      ))}
      {segments.slice(1).map((s, i) => (
        <rect
          key={s.contact}
          {...span(itemAt(segments, i).toMm, s.fromMm, outMm)}
          y={-half}
          height={2 * half}
          className="fill-ink"
        />
      ))}
      {socket.profile.springs.map((s) => {
        const { x, width: w } = span(s.fromMm, s.toMm, 0);
        const touching = touches.filter((t) => t.socket === s.contact);
        const bad = touching.some(shared);
        const long = w > 2 * scale;
        return (
          <g key={s.contact} className={bad ? 'fill-fail' : touching.length > 0 ? 'fill-ink' : 'fill-soft'}>
            {long ? (
              <rect x={x} width={w} y={-half - 0.9 * scale} height={0.9 * scale} />
            ) : (
              <path
                d={`M${x - 0.4 * scale} ${-half - springReach} h${w + 0.8 * scale} L${x + w / 2} ${-half + 0.15}z`}
              />
            )}
            {!plain && (
              <text
                x={x + w / 2}
                y={-half - springReach - 0.5 * scale}
                textAnchor="middle"
                fontSize={text}
                fontWeight={700}
              >
                {letterOfRole(socketPort.roles?.[s.contact])}
              </text>
            )}
          </g>
        );
      })}
      {(plain ? [] : segments).map((s) => {
        const { x, width: w } = span(s.fromMm, Math.min(s.toMm, length - 0.3), outMm);
        const bad = touches.filter((t) => t.plug === s.contact).some(shared);
        return (
          <text
            key={s.contact}
            x={x + w / 2}
            y={half + springReach + text}
            textAnchor="middle"
            fontSize={text}
            fontWeight={700}
            className={bad ? 'fill-fail' : 'fill-ink'}
          >
            {letterOfRole(plugPort.roles?.[s.contact])}
          </text>
        );
      })}
    </svg>
  );
}

const KEYED_SHAPES: Readonly<
  Record<
    Exclude<FamilyName, 'radio' | 'unknown'>,
    { readonly high: number; readonly deep: number; readonly round: number }
  >
> = {
  xlr3: { high: 12, deep: 12, round: 2 },
  'mini-xlr3': { high: 7, deep: 9, round: 1.5 },
  phono: { high: 6, deep: 9, round: 2.5 },
  'usb-a': { high: 5, deep: 11, round: 0.4 },
  'usb-b': { high: 8, deep: 9, round: 1.5 },
  'usb-micro-b': { high: 2.4, deep: 6, round: 0.8 },
  'old-bus': { high: 6.5, deep: 11, round: 1.2 },
  'usb-c': { high: 3.2, deep: 7, round: 1.4 },
  'eight-contact': { high: 2.6, deep: 7, round: 0.7 },
};

/** A keyed connector goes in one way only: a tongue and its contacts, contact to contact of the same name. */
function KeyedDrawing({
  connectors: [l, r],
  outMm,
  className,
}: {
  readonly connectors: readonly [Connector, Connector];
  readonly outMm: number;
  readonly className: string;
}) {
  const mating = mate(l, r, outMm);
  if (l.form !== 'keyed' || r.form !== 'keyed' || !mating.fits)
    return <NoFit left={l} right={r} className={className} />;
  if (l.family === 'unknown') return null;
  if (l.family === 'radio') return <Radio className={className} />;
  const shape = KEYED_SHAPES[l.family];
  const { deep, high, round } = shape;
  const wall = Math.max(high + 3, 7);
  const width = 6 + outMm + deep + 2;
  const contacts = mating.touches.length;
  const lines = Array.from({ length: contacts }, (_, i) => -high / 2 + ((i + 1) * high) / (contacts + 1));
  return (
    <svg viewBox={`0 ${-wall / 2 - 1} ${width} ${wall + 2}`} className={className} aria-hidden>
      <g transform={l.gender === 'plug' ? undefined : `translate(${width} 0) scale(-1 1)`}>
        <rect
          x={5.5 + outMm}
          width={deep + 1.5}
          y={-high / 2 - 0.8}
          height={high + 1.6}
          rx={round + 0.6}
          className="fill-paper stroke-soft"
          strokeWidth={0.3}
        />
        <rect x={0} width={5} y={-wall / 2 + 0.5} height={wall - 1} rx={1.2} className="fill-(--barrel)" />
        <rect
          x={5}
          width={deep}
          y={-high / 2}
          height={high}
          rx={round}
          className="fill-(--metal) stroke-(--metal-edge)"
          strokeWidth={0.25}
        />
        {lines.map((y) => (
          <line
            key={y}
            x1={5 + deep * 0.35}
            x2={5 + deep * 0.9}
            y1={y}
            y2={y}
            className="stroke-ink"
            strokeWidth={Math.min(0.35, high / 14)}
          />
        ))}
      </g>
    </svg>
  );
}

function Radio({ className }: { readonly className: string }) {
  return (
    <svg viewBox="0 -7 26 14" className={className} aria-hidden>
      {[0, 1, 2].map((i) => (
        <path
          key={i}
          d={`M${9 + 4 * i} ${-2 - 1.6 * i} q${1.6 + i} ${2 + 1.6 * i} 0 ${4 + 3.2 * i}`}
          className="fill-none stroke-accent"
          strokeWidth={0.9}
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}

/** Two things that do not go together: kept apart, with a cross between. */
function NoFit({
  left,
  right,
  className,
}: {
  readonly left: Connector;
  readonly right: Connector;
  readonly className: string;
}) {
  const end = (c: Connector, x: number) => {
    const isPlug = c.form === 'concentric-plug' || (c.form === 'keyed' && c.gender === 'plug');
    return (
      <rect
        x={x}
        y={isPlug ? -1.75 : -3.5}
        width={8}
        height={isPlug ? 3.5 : 7}
        rx={0.8}
        className={isPlug ? 'fill-(--metal) stroke-(--metal-edge)' : 'fill-paper stroke-soft'}
        strokeWidth={0.3}
      />
    );
  };
  return (
    <svg viewBox="0 -6 26 12" className={className} aria-hidden>
      {end(left, 1)}
      {end(right, 17)}
      <path d="M11 -2l4 4M15 -2l-4 4" className="stroke-fail" strokeWidth={1.1} strokeLinecap="round" />
    </svg>
  );
}
