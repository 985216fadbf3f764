import { byId } from '../algorithms';
import { type Catalogue, jointIn, partIn, type Setup } from '../model';
import { apply } from './apply';
import type { Change, SessionChange, Structure } from './change';
import { say } from './say';

/**
 * The act that takes another back: applied after it, the setup is what it was. The act must be one that can be done.
 */
export function inverse(setup: Setup, catalogue: Catalogue, change: Change): Change {
  const jointOf = (id: string) => jointIn(setup, id);
  const partOf = (id: string) => partIn(setup, id);
  switch (change.do) {
    case 'seat':
      return { ...change, outMm: jointOf(change.joint).outMm ?? 0 };
    case 'dirt':
      return { ...change, ohm: jointOf(change.joint).contactOhm ?? null };
    case 'contact':
      return { ...change, parted: (jointOf(change.joint).parted ?? []).includes(change.contact) };
    case 'bridge': {
      const [x, y] = change.contacts;
      const on = (jointOf(change.joint).bridged ?? []).some((p) => p.includes(x) && p.includes(y));
      return { ...change, on };
    }
    case 'move':
      return { ...change, to: jointOf(change.joint)[change.side] };
    case 'exchange':
    case 'turn':
      return change;
    case 'join':
      return { do: 'unplug', joint: change.joint.id };
    case 'unplug': {
      const joint = jointOf(change.joint);
      return { do: 'join', joint, at: setup.joints.indexOf(joint) };
    }
    case 'knob':
      return { ...change, to: partOf(change.part).knobs?.[change.knob] ?? null };
    case 'choose':
      return { ...change, input: setup.chosenInput };
    case 'session': {
      const before: Record<string, unknown> = {};
      for (const key of Object.keys(change.set) as (keyof SessionChange)[]) before[key] = setup.session?.[key] ?? null;
      return { do: 'session', set: before as SessionChange };
    }
    case 'outlet':
      return { ...change, outlet: partOf(change.part).outlet ?? null };
    case 'charge':
      return { ...change, to: partOf(change.part).charge ?? null };
    case 'refresh':
      return {
        ...change,
        on: (setup.swaps ?? []).some((s) => s.part === change.part && s.minute === change.minute),
      };
    case 'arrive':
      return { ...change, minute: (setup.arrivals ?? []).find((a) => a.part === change.part)?.minute ?? null };
    case 'value':
      return { ...change, to: partOf(change.part).values?.[change.name] ?? null };
    case 'distance': {
      const placed = setup.placements.find((p) => p.part === change.part && p.source === change.source);
      return { ...change, distanceM: placed?.distanceM ?? change.distanceM };
    }
    case 'talker':
      return { ...change, splAt1m: byId(setup.job.sources, change.source).splAt1m };
    default:
      return { do: 'restore', words: `Take back: ${say(setup, catalogue, change)}`, to: structureOf(setup) };
  }
}

export const structureOf = ({ format: _, version: __, id: ___, name: ____, ...structure }: Setup): Structure =>
  structure;

/** Does an act alter nothing at all? */
export function isIdle(setup: Setup, catalogue: Catalogue, change: Change): boolean {
  const after = apply(setup, catalogue, change);
  return after !== null && JSON.stringify(after) === JSON.stringify(setup);
}
