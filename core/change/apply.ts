import { itemAt, pairOf } from '../algorithms';
import { type Catalogue, classIn, type Joint, type Part, type Session, type Setup, turnKnob } from '../model';
import type { Change, SessionChange } from './change';
import { attachPart, freshJointId, insertPart, swapPart, takeOut } from './structure';

/**
 * The setup after an act. Pure; the setup must have passed `checkDocument`.
 * @returns null where it cannot be done: the hole is taken, the part does not go there, a joint or part is not there.
 * @example const seated = apply(setup, catalogue, { do: 'seat', joint: 'j4', outMm: 0 });
 */
export function apply(setup: Setup, catalogue: Catalogue, change: Change): Setup | null {
  switch (change.do) {
    case 'seat':
      return withJoint(setup, change.joint, ({ outMm: _, ...j }) =>
        change.outMm > 0 ? { ...j, outMm: change.outMm } : j,
      );
    case 'dirt':
      return withJoint(setup, change.joint, ({ contactOhm: _, ...j }) =>
        change.ohm === null ? j : { ...j, contactOhm: change.ohm },
      );
    case 'contact':
      return withJoint(setup, change.joint, ({ parted = [], ...j }) => {
        const others = parted.filter((c) => c !== change.contact);
        const all = change.parted ? [...others, change.contact] : others;
        return all.length > 0 ? { ...j, parted: all } : j;
      });
    case 'bridge':
      return withJoint(setup, change.joint, ({ bridged = [], ...j }) => {
        const others = bridged.filter((pair) => !samePair(pair, change.contacts));
        const all = change.on ? [...others, change.contacts] : others;
        return all.length > 0 ? { ...j, bridged: all } : j;
      });
    case 'move':
      if (isTaken(setup, change.to)) return null;
      return withJoint(setup, change.joint, (j) => ({ ...j, [change.side]: change.to }));
    case 'exchange': {
      const [x, y] = change.ends;
      const [one, other] = [x, y].map((e) => setup.joints.find((j) => j.id === e.joint)?.[e.side]);
      if (!one || !other) return null;
      const there = withJoint(setup, x.joint, (j) => ({ ...j, [x.side]: other }));
      return there && withJoint(there, y.joint, (j) => ({ ...j, [y.side]: one }));
    }
    case 'turn': {
      const [p, q] = change.ports;
      const turned = (ref: Joint['a']) =>
        ref.part !== change.part || (ref.port !== p && ref.port !== q) ? ref : { ...ref, port: ref.port === p ? q : p };
      const joints = setup.joints.map((j) => ({ ...j, a: turned(j.a), b: turned(j.b) }));
      return setup.parts.some((part) => part.id === change.part) ? { ...setup, joints } : null;
    }
    case 'join': {
      const { joint, at } = change;
      const ends = [joint.a, joint.b];
      const known = ends.every((e) => setup.parts.some((p) => p.id === e.part));
      if (!known || ends.some((e) => isTaken(setup, e)) || setup.joints.some((j) => j.id === joint.id)) return null;
      return { ...setup, joints: [...setup.joints.slice(0, at), joint, ...setup.joints.slice(at)] };
    }
    case 'unplug':
      return setup.joints.some((j) => j.id === change.joint)
        ? { ...setup, joints: setup.joints.filter((j) => j.id !== change.joint) }
        : null;
    case 'knob': {
      const { part, knob, to } = change;
      if (to !== null) return turnKnob(setup, part, knob, to);
      return withPart(setup, part, ({ knobs = {}, ...p }) => {
        const { [knob]: _, ...others } = knobs;
        return Object.keys(others).length > 0 ? { ...p, knobs: others } : p;
      });
    }
    case 'choose':
      return { ...setup, chosenInput: change.input };
    case 'session':
      return withSession(setup, change.set);
    case 'outlet':
      return withPart(setup, change.part, ({ outlet: _, ...p }) =>
        change.outlet === null ? p : { ...p, outlet: change.outlet },
      );
    case 'charge':
      return withPart(setup, change.part, ({ charge: _, ...p }) =>
        change.to === null ? p : { ...p, charge: change.to },
      );
    case 'refresh':
      return withRefresh(setup, change);
    case 'arrive': {
      const { arrivals = [], ...rest } = setup;
      const others = arrivals.filter((a) => a.part !== change.part);
      const all = change.minute === null ? others : [...others, { part: change.part, minute: change.minute }];
      return all.length > 0 ? { ...rest, arrivals: all } : rest;
    }
    case 'value':
      return withPart(setup, change.part, ({ values = {}, ...p }) => {
        const { [change.name]: _, ...others } = values;
        const all = change.to === null ? others : { ...others, [change.name]: change.to };
        return Object.keys(all).length > 0 ? { ...p, values: all } : p;
      });
    case 'insert':
      return setup.joints.some((j) => j.id === change.joint)
        ? insertPart(setup, catalogue, change.joint, change.part)
        : null;
    case 'bypass':
      return bypassed(setup, catalogue, change.through === undefined ? [change.part] : [change.part, change.through]);
    case 'attach': {
      const owner = setup.parts.find((p) => p.id === change.to.part);
      const port = owner && classIn(catalogue, owner.class).ports.find((p) => p.id === change.to.port);
      if (!port || isTaken(setup, change.to)) return null;
      return attachPart(setup, catalogue, { part: change.to.part, port }, change.part);
    }
    case 'remove':
      return setup.parts.some((p) => p.id === change.part) ? takeOut(setup, catalogue, change.part) : null;
    case 'replace':
      return setup.parts.some((p) => p.id === change.part) ? swapPart(setup, catalogue, change.part, change.by) : null;
    case 'distance':
      return {
        ...setup,
        placements: setup.placements.map((p) =>
          p.part === change.part && p.source === change.source ? { ...p, distanceM: change.distanceM } : p,
        ),
      };
    case 'talker': {
      const sources = setup.job.sources.map((s) => (s.id === change.source ? { ...s, splAt1m: change.splAt1m } : s));
      return { ...setup, job: { ...setup.job, sources } };
    }
    case 'restore': {
      const { format, version, id, name } = setup;
      return { format, version, id, name, ...change.to };
    }
  }
}

/** The same of several acts one after another; null where one of them cannot be done. */
export const applyAll = (setup: Setup, catalogue: Catalogue, changes: readonly Change[]): Setup | null =>
  changes.reduce<Setup | null>((s, c) => s && apply(s, catalogue, c), setup);

export const isTaken = ({ joints }: Setup, { part, port }: Joint['a']): boolean =>
  joints.some((j) => [j.a, j.b].some((e) => e.part === part && e.port === port));

const samePair = ([a, b]: readonly [string, string], [c, d]: readonly [string, string]): boolean =>
  (a === c && b === d) || (a === d && b === c);

function withJoint(setup: Setup, id: string, become: (j: Joint) => Joint): Setup | null {
  if (!setup.joints.some((j) => j.id === id)) return null;
  return { ...setup, joints: setup.joints.map((j) => (j.id === id ? become(j) : j)) };
}

function withPart(setup: Setup, id: string, become: (p: Part) => Part): Setup | null {
  if (!setup.parts.some((p) => p.id === id)) return null;
  return { ...setup, parts: setup.parts.map((p) => (p.id === id ? become(p) : p)) };
}

function withSession(setup: Setup, set: SessionChange): Setup {
  const { session, ...rest } = setup;
  const all: Record<string, unknown> = { ...session, ...set };
  const said = Object.fromEntries(Object.entries(all).filter(([, v]) => v !== null && v !== undefined));
  return Object.keys(said).length > 0 ? { ...rest, session: said as Session } : rest;
}

function withRefresh(setup: Setup, { part, minute, on }: Extract<Change, { do: 'refresh' }>): Setup | null {
  if (!setup.parts.some((p) => p.id === part)) return null;
  const { swaps = [], ...rest } = setup;
  const others = swaps.filter((s) => s.part !== part || s.minute !== minute);
  const all = on ? [...others, { part, minute }] : others;
  return all.length > 0 ? { ...rest, swaps: all } : rest;
}

/** Without parts in a row that two joints hold each: what they joined is joined. */
function bypassed(setup: Setup, catalogue: Catalogue, parts: readonly string[]): Setup | null {
  const part = itemAt(parts, 0);
  const more = parts.slice(1);
  const held = setup.joints.filter((j) => j.a.part === part || j.b.part === part);
  if (held.length !== 2 || setup.placements.some((p) => p.part === part)) return null;
  const [one, other] = pairOf(held.map((j) => (j.a.part === part ? j.b : j.a)));
  const without = takeOut(setup, catalogue, part);
  // What is plugged into itself leads nowhere.
  if (!without || one.part === other.part || one.part === part || other.part === part) return null;
  const at = setup.joints.indexOf(itemAt(held, 0));
  const joint: Joint = { id: freshJointId(without), a: one, b: other };
  const joined = { ...without, joints: [...without.joints.slice(0, at), joint, ...without.joints.slice(at)] };
  return more.length > 0 ? bypassed(joined, catalogue, more) : joined;
}
