'use client';
import { type PointerEvent, useRef } from 'react';
import { itemAt } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { type Connector, mate, mustConnector } from '@/core/connectors';
import { figure, voltText } from '@/core/format';
import { roleText } from '@/core/gates';
import type { PortSpec, Setup } from '@/core/model';
import { FARTHEST_MM } from '@/core/readings';
import { partName, useCloseUp, useWidth } from '../components';
import { jointEnds, withJoint } from './joint-ends';
import { letterOfRole } from './role-letter';

interface Props {
  readonly setup: Setup;
  /** As it is kept: the way in is computed for this, the plug's place apart. */
  readonly kept: Setup;
  readonly report: Report;
  readonly id: string;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
}

const BARREL_MM = 6;
const HEIGHT = 250;
const AXIS_Y = 196;
const PLUG_Y = 108;

/** A joint magnified on the millimetre axis: the plug can be drawn along it, and what touches follows. */
export function JointGlass({ setup, kept, report, id, onTurn, onDone }: Props) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const drag = useRef<{ readonly x: number; readonly outMm: number } | null>(null);
  const ends = jointEnds(setup, id);
  const { plug, socket, joint, number } = ends;
  const closeUp = useCloseUp(kept, id);
  const plugShape = mustConnector(plug.port.connector);
  const socketShape = mustConnector(socket.port.connector);
  if (plugShape.form !== 'concentric-plug' || socketShape.form !== 'concentric-socket') return null;
  const { segments, diameterMm } = plugShape.profile;
  const length = itemAt(segments, segments.length - 1).toMm;
  const outMm = joint.outMm ?? 0;
  const span = length + BARREL_MM + FARTHEST_MM + 4;
  const scale = width / span;
  /** The plug comes from the left; millimetres count from where its tip comes to rest. */
  const x = (mm: number) => width - (mm + 3) * scale;
  const half = Math.min(60, (diameterMm * scale) / 2);
  const mating = mate(plugShape, socketShape, outMm);
  const touches = mating.fits ? mating.touches : [];
  const reading = report.joints.find((j) => j.joint === id);
  const shared = (t: (typeof touches)[number]) =>
    touches.some((o) => o !== t && (o.plug === t.plug || o.socket === t.socket));
  const out = (mm: number) => Math.round(10 * Math.max(0, Math.min(FARTHEST_MM, mm))) / 10;
  const draw = (mm: number) =>
    onTurn(`Plug of connection ${number} out by ${mm} mm`, withJoint(setup, id, { outMm: mm }));
  const onMove = (e: PointerEvent) => {
    if (!drag.current) return;
    const to = out(drag.current.outMm + (drag.current.x - e.clientX) / scale);
    if (to !== outMm) draw(to);
  };
  const seated = (closeUp?.way[0]?.touches ?? []).join();
  return (
    <section aria-label={`Connection ${number} close up`} className="rounded-xl border border-accent bg-card px-3 py-2">
      <h2 className="flex flex-wrap justify-between gap-x-3 font-bold">
        <span>
          {partName(plug.part)} into {partName(socket.part)}
        </span>
        <span className="font-normal text-soft text-sm">
          {outMm === 0 ? 'home' : `${figure(outMm, 1)} mm out`}; draw the plug along
        </span>
      </h2>
      <div ref={ref} className="mt-1" style={{ minHeight: HEIGHT }}>
        {width > 0 && (
          <svg
            width={width}
            height={HEIGHT}
            className="touch-none select-none"
            role="img"
            aria-label={spoken(touches, plug.port, socket.port)}
          >
            <rect
              x={x(length - 0.6)}
              width={x(-1.6) - x(length - 0.6)}
              y={PLUG_Y - half - 26}
              height={2 * half + 52}
              rx={6}
              className="fill-paper stroke-soft"
            />
            <g
              className="cursor-grab active:cursor-grabbing"
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                drag.current = { x: e.clientX, outMm };
              }}
              onPointerMove={onMove}
              onPointerUp={() => {
                drag.current = null;
                onDone();
              }}
            >
              <rect
                x={x(length + BARREL_MM + outMm)}
                width={BARREL_MM * scale}
                y={PLUG_Y - half - 12}
                height={2 * half + 24}
                rx={6}
                className="fill-(--barrel)"
              />
              {segments.map((s, i) => (
                <rect
                  key={s.contact}
                  x={x(s.toMm + outMm)}
                  width={(s.toMm - s.fromMm) * scale}
                  y={PLUG_Y - half}
                  height={2 * half}
                  rx={i === 0 ? half * 0.8 : 0}
                  className="fill-(--metal) stroke-(--metal-edge)"
                />
              ))}
              {segments.slice(1).map((s, i) => (
                <rect
                  key={s.contact}
                  x={x(s.fromMm + outMm)}
                  width={(s.fromMm - itemAt(segments, i).toMm) * scale}
                  y={PLUG_Y - half}
                  height={2 * half}
                  className="fill-ink"
                />
              ))}
              {segments.map((s) => {
                const bad = touches.filter((t) => t.plug === s.contact).some(shared);
                return (
                  <text
                    key={s.contact}
                    x={x((s.fromMm + Math.min(s.toMm, length - 0.5)) / 2 + outMm)}
                    y={PLUG_Y + 5}
                    textAnchor="middle"
                    className={`font-bold ${bad ? 'fill-fail' : 'fill-(--barrel-ink)'}`}
                  >
                    {letterOfRole(plug.port.roles?.[s.contact])}
                  </text>
                );
              })}
            </g>
            {socketShape.profile.springs.map((s) => {
              const touching = touches.filter((t) => t.socket === s.contact);
              const bad = touching.some(shared);
              const mid = x((s.fromMm + s.toMm) / 2);
              const volt = reading?.contacts.find((c) => c.socket === s.contact)?.volt ?? null;
              const look = bad ? 'fill-fail' : touching.length > 0 ? 'fill-ink' : 'fill-soft';
              const top = PLUG_Y - half;
              return (
                <g key={s.contact} className={look}>
                  {s.toMm - s.fromMm > 2 ? (
                    <rect x={x(s.toMm)} width={(s.toMm - s.fromMm) * scale} y={top - 12} height={10} />
                  ) : (
                    <path d={`M${mid - 9} ${top - 20}h18L${mid} ${top + 1}z`} />
                  )}
                  <text x={mid} y={top - 42} textAnchor="middle" className="font-bold">
                    {letterOfRole(socket.port.roles?.[s.contact])}
                  </text>
                  <text x={mid} y={top - 29} textAnchor="middle" className="text-xs">
                    {touching.length === 0 ? 'open' : volt === null || scale < 12 ? '' : voltText(volt)}
                  </text>
                </g>
              );
            })}
            <pattern id="two-at-once" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(35)">
              <rect width={6} height={6} className="fill-fail-wash" />
              <rect width={3} height={6} className="fill-fail" />
            </pattern>
            <pattern id="others" width={6} height={6} patternUnits="userSpaceOnUse">
              <rect width={6} height={6} className="fill-caution-wash" />
              <circle cx={3} cy={3} r={1.6} className="fill-caution" />
            </pattern>
            <line x1={x(span - 4)} x2={x(-2)} y1={AXIS_Y} y2={AXIS_Y} className="stroke-soft" />
            {Array.from({ length: Math.floor(span - 3) }, (_, mm) => mm).map((mm) => (
              <g key={mm}>
                <line x1={x(mm)} x2={x(mm)} y1={AXIS_Y} y2={AXIS_Y + (mm % 5 === 0 ? 8 : 4)} className="stroke-soft" />
                {mm % 5 === 0 && (
                  <text x={x(mm)} y={AXIS_Y + 20} textAnchor="middle" className="fill-soft text-xs">
                    {mm}
                  </text>
                )}
              </g>
            ))}
            <text x={4} y={AXIS_Y - 6} className="fill-soft text-xs">
              mm
            </text>
            {closeUp?.way.map((w) => (
              <rect
                key={w.fromMm}
                x={x(w.toMm + 0.05)}
                width={Math.max(1, (w.toMm - w.fromMm + 0.1) * scale)}
                y={AXIS_Y + 28}
                height={12}
                {...stretchLook(w, seated)}
              />
            ))}
            <path d={`M${x(outMm) - 7} ${AXIS_Y + 52}h14L${x(outMm)} ${AXIS_Y + 38}z`} className="fill-ink" />
          </svg>
        )}
      </div>
      {closeUp && closeUp.way.length > 0 && <Way way={closeUp.way} plug={plug.port} socket={socket.port} />}
    </section>
  );
}

/** Told by pattern first: plain as when home, striped on two at once, dotted on others, empty on none. */
function stretchLook(w: WayIn[number], seated: string): { readonly fill?: string; readonly className?: string } {
  if (w.bridges) return { fill: 'url(#two-at-once)', className: 'stroke-fail' };
  if (w.touches.length === 0) return { className: 'fill-none stroke-soft' };
  if (w.touches.join() === seated) return { className: 'fill-pass stroke-pass' };
  return { fill: 'url(#others)', className: 'stroke-caution' };
}

type WayIn = NonNullable<ReturnType<typeof useCloseUp>>['way'];

/** The way in, in words: what touches over which stretch, and what could be harmed on it. */
function Way({ way, plug, socket }: { readonly way: WayIn; readonly plug: PortSpec; readonly socket: PortSpec }) {
  const seated = itemAt(way, 0).touches.join();
  const harm = way.find((w) => w.worst && w.worst.volt > w.worst.maxVolt);
  return (
    <details className="text-sm">
      <summary className="min-h-6">
        {harm
          ? `On the way in ${voltText(harm.worst!.volt)} can reach ${harm.worst!.what}: switch the voltage off before plugging.`
          : 'Where the tip stands: plain as when home, striped on two contacts at once, dotted on wrong ones, empty on none.'}
      </summary>
      <ul className="mt-1 grid gap-x-4 desk:grid-cols-2">
        {way.map((w) => (
          <li key={w.fromMm} className="flex gap-2 border-rule border-t py-0.5">
            <span className="w-24 shrink-0 font-mono">
              {figure(w.fromMm, 1)}–{figure(w.toMm, 1)} mm
            </span>
            <span className={w.bridges ? 'text-fail' : ''}>
              {w.touches.length === 0
                ? 'nothing touches'
                : w.touches.join() === seated
                  ? 'as when home'
                  : w.touches.map((t) => wordsOf(t, plug, socket)).join(', ')}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

function wordsOf(touch: string, plug: PortSpec, socket: PortSpec): string {
  const [p = '', s = ''] = touch.split('-');
  return `${roleText(plug.roles?.[p] ?? null)} on ${roleText(socket.roles?.[s] ?? null)}`;
}

function spoken(
  touches: readonly { readonly plug: string; readonly socket: string }[],
  plug: PortSpec,
  socket: PortSpec,
): string {
  if (touches.length === 0) return 'Nothing touches.';
  return touches.map((t) => wordsOf(`${t.plug}-${t.socket}`, plug, socket)).join(', ');
}

/** Whether a joint has an axis to look along. */
export const hasAxis = (...connectors: readonly Connector[]): boolean =>
  connectors.some((c) => c.form === 'concentric-plug') && connectors.some((c) => c.form === 'concentric-socket');
