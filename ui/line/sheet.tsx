'use client';
import { curveBumpX, line } from 'd3-shape';
import { useEffect } from 'react';
import type { Report } from '@/core/assess';
import { connectorNamed } from '@/core/connectors';
import type { JointId, PartId, Setup } from '@/core/model';
import { classOf } from '../components';
import type { Across } from '../setup';
import type { Focus, Lit } from './focus';
import type { Joining } from './joining';
import { JointMark, portsOf } from './joint-mark';
import { AppCard, PartCard } from './part-card';
import { planSheet, type SheetPlan } from './plan-sheet';
import { type WayKind, waysOf } from './ways';

/** Sizes of what stands on the sheet, CSS pixels. */
const PART = { width: 108, height: 102 };
const CABLE = { width: 76, height: 66 };
const APP_HEIGHT = 46;
const RINGS = { width: 64, height: 76, axis: 38 };
/** One that goes in one way only has a shorter plug and a shorter name. */
const KEYED = { width: 50, height: 76, axis: 38 };
/** A connection whose contacts are shown, each with its letter. */
const OPEN_JOINT = { width: 116, height: 108, axis: 54 };
/** Under a part whose plugs and sockets are shown. */
const CHIPS = 120;

/** Where everything stands on the sheet of a setup. */
export function sheetOf(setup: Setup, report: Report, lit: Lit, room: number): SheetPlan {
  const hosts = new Set<PartId>([report.device, ...report.also.map((d) => d.device)]);
  return planSheet(
    {
      parts: setup.parts.map((p) => {
        if (hosts.has(p.id)) return [p.id, { ...PART, height: PART.height + APP_HEIGHT }];
        return [p.id, classOf(p).kind === 'lead' ? CABLE : PART];
      }),
      ways: waysOf(setup, report),
      jointSize: (id) => (!hasRings(setup, id) ? KEYED : lit.wrong && lit.joints.has(id) ? OPEN_JOINT : RINGS),
    },
    room,
  );
}

/** Whether its contacts are rings on a plug, of which it can be said which meets which. */
function hasRings(setup: Setup, id: JointId): boolean {
  const ports = portsOf(setup, id);
  return ports?.every((p) => connectorNamed(p.connector)?.form !== 'keyed') ?? false;
}

/** The places of the parts across the sheet, for the lanes beneath. */
export const acrossOf = ({ parts, width }: SheetPlan, device: PartId): Across => {
  const middle = (id: PartId) => {
    const box = parts.get(id);
    return box ? (box.x + box.width / 2) / width : 1;
  };
  return {
    at: new Map([...parts.keys()].map((id) => [id, middle(id)])),
    app: Math.min(1 - 30 / width, middle(device) + 90 / width),
    column: (PART.width + RINGS.width) / width,
  };
};

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly plan: SheetPlan;
  readonly lit: Lit;
  readonly focus: Focus;
  readonly onFocus: (focus: Focus) => void;
  readonly joining: Joining;
  /** What scrolls sideways with it: what is looked at is brought into sight. */
  readonly scroller: HTMLDivElement | null;
}

const DASHES: Readonly<Record<WayKind, string | undefined>> = { sound: undefined, back: '1 7', power: '9 5' };
const INKS: Readonly<Record<WayKind, string>> = {
  sound: 'stroke-accent',
  back: 'stroke-soft',
  power: 'stroke-caution',
};

/** A way from a voice to a listener is drawn strong, and what is beside it thin. */
function widthOf(lit: Lit, joint: JointId, kind: WayKind): number {
  if (lit.isWay) return lit.joints.has(joint) ? 7 : 2;
  return kind === 'sound' ? 4 : 3;
}

function inkOf(lit: Lit, joint: JointId, kind: WayKind): string {
  if (lit.isWay) return lit.joints.has(joint) ? 'stroke-accent' : 'stroke-rule';
  return lit.wrong && lit.joints.has(joint) ? 'stroke-fail' : INKS[kind];
}

/** The parts and every connection between them, drawn from mouth to app. */
export function Sheet({ setup, report, plan, lit, focus, onFocus, joining, scroller }: Props) {
  const { width, height, parts, joints, stretches } = plan;
  const pathOf = line().curve(curveBumpX);
  const looked = focus.on === 'part' ? parts.get(focus.id) : focus.on === 'joint' ? joints.get(focus.id) : null;
  const guilty =
    lit.wrong || lit.isWay
      ? ([...lit.joints].map((j) => joints.get(j))[0] ?? [...lit.parts].map((p) => parts.get(p))[0])
      : null;
  const eye = looked ?? guilty ?? null;
  const middle = eye ? eye.x + eye.width / 2 : null;
  useEffect(() => {
    if (!scroller || middle === null) return;
    const { scrollLeft, clientWidth } = scroller;
    if (middle < scrollLeft + EDGE || middle > scrollLeft + clientWidth - EDGE)
      scroller.scrollLeft = middle - clientWidth / 2;
  }, [middle, scroller]);
  const open = joining.from !== null || focus.on === 'part';
  const leftToRight = [...setup.parts].sort((a, b) => orderOf(parts, a.id) - orderOf(parts, b.id));
  return (
    <section aria-label="The line, from mouth to app">
      <div className="relative" style={{ width, height: height + (open ? CHIPS : 0) }}>
        <svg width={width} height={height} className="absolute inset-0" aria-hidden>
          {[...joints].map(([id, box]) => {
            const kind = stretches.find((s) => s.joint === id)?.kind ?? 'sound';
            const y = box.y + axisOf(box);
            return (
              <line
                key={id}
                x1={box.x}
                x2={box.x + box.width}
                y1={y}
                y2={y}
                strokeWidth={widthOf(lit, id, kind)}
                strokeDasharray={lit.isWay && lit.joints.has(id) ? undefined : DASHES[kind]}
                className={inkOf(lit, id, kind)}
              />
            );
          })}
          {stretches.map((s) => {
            return (
              <path
                key={`${s.joint} ${s.points[0]?.join(' ')}`}
                d={pathOf(s.points.map(([x, y]) => [x, y])) ?? ''}
                fill="none"
                strokeWidth={widthOf(lit, s.joint, s.kind)}
                strokeLinecap="round"
                strokeDasharray={lit.isWay && lit.joints.has(s.joint) ? undefined : DASHES[s.kind]}
                className={inkOf(lit, s.joint, s.kind)}
              />
            );
          })}
          {stretches.map(
            (s) => s.kind !== 'sound' && <Arrow key={`${s.joint} ${s.points[0]?.join(' ')}`} stretch={s} />,
          )}
        </svg>
        {leftToRight.map(({ id }) => {
          const box = parts.get(id);
          const from = setup.joints.filter((j) => plan.lefts.get(j.id) === id);
          if (!box) return null;
          return (
            <div key={id} className="contents">
              <PartCard
                setup={setup}
                id={id}
                box={box}
                blamed={lit.wrong && lit.parts.has(id)}
                chosen={(focus.on === 'part' && focus.id === id) || (lit.isWay === true && lit.parts.has(id))}
                open={focus.on === 'part' && focus.id === id}
                onFocus={onFocus}
                joining={joining}
              />
              {[report, ...report.also].map(
                (d) =>
                  d.device === id && (
                    <AppCard key={d.app} app={d.app} box={box} chosen={focus.on === 'app'} onFocus={onFocus} />
                  ),
              )}
              {from.map((j) => {
                const at = joints.get(j.id);
                return (
                  at && (
                    <JointMark
                      key={j.id}
                      setup={setup}
                      id={j.id}
                      left={id}
                      box={at}
                      open={at.width === OPEN_JOINT.width}
                      blamed={lit.wrong && lit.joints.has(j.id)}
                      chosen={
                        (focus.on === 'joint' && focus.id === j.id) || (lit.isWay === true && lit.joints.has(j.id))
                      }
                      onFocus={onFocus}
                    />
                  )
                );
              })}
            </div>
          );
        })}
      </div>
    </section>
  );
}

const axisOf = ({ width }: { readonly width: number }): number =>
  width === OPEN_JOINT.width ? OPEN_JOINT.axis : RINGS.axis;

/** What is looked at is to stand this far from the edges. */
const EDGE = 70;

const orderOf = (parts: SheetPlan['parts'], id: PartId): number => {
  const box = parts.get(id);
  return box ? Math.round(box.x / 40) * 10_000 + box.y : 0;
};

/** Which way it goes, where that is not told by from left to right. */
function Arrow({ stretch: { points, backwards, kind } }: { readonly stretch: SheetPlan['stretches'][number] }) {
  const [start, end] = [points[0], points.at(-1)];
  if (!start || !end) return null;
  const [x, y] = backwards ? start : end;
  const way = backwards ? -1 : 1;
  return <path d={`M${x} ${y}l${-9 * way} -5v10z`} className={kind === 'power' ? 'fill-caution' : 'fill-soft'} />;
}

/** What the strokes mean. */
export function Legend({ plan }: { readonly plan: SheetPlan }) {
  const kinds = new Set(plan.stretches.map((s) => s.kind));
  return (
    <ul className="flex flex-wrap gap-x-4 px-1 text-soft text-sm" aria-label="What the lines mean">
      {(
        [
          ['sound', 'sound, towards the app'],
          ['back', 'what is heard, back'],
          ['power', 'power'],
        ] as const
      )
        .filter(([kind]) => kinds.has(kind))
        .map(([kind, words]) => (
          <li key={kind} className="flex items-center gap-1.5">
            <svg width={34} height={8} aria-hidden>
              <line
                x1={2}
                x2={32}
                y1={4}
                y2={4}
                strokeWidth={kind === 'sound' ? 4 : 3}
                strokeLinecap="round"
                strokeDasharray={DASHES[kind]}
                className={INKS[kind]}
              />
            </svg>
            {words}
          </li>
        ))}
    </ul>
  );
}
