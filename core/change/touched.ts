import { pairOf } from '../algorithms';
import type { PartId, Setup } from '../model';
import type { Change } from './change';

/** Where an act takes place: parts and joints of the setup before it. */
export interface Touched {
  readonly parts: readonly string[];
  readonly joints: readonly string[];
}

/** The parts, joints, and so the ports, knobs and contacts, that an act has to do with. */
export function touched(setup: Setup, change: Change): Touched {
  const joint = (id: string): Touched => {
    const j = setup.joints.find((x) => x.id === id);
    return { joints: j ? [id] : [], parts: j ? [j.a.part, j.b.part] : [] };
  };
  const at = (part: PartId): Touched => ({
    parts: [part],
    joints: setup.joints.filter((j) => j.a.part === part || j.b.part === part).map((j) => j.id),
  });
  switch (change.do) {
    case 'seat':
    case 'dirt':
    case 'contact':
    case 'bridge':
    case 'unplug':
    case 'insert':
      return joint(change.joint);
    case 'move': {
      const here = joint(change.joint);
      return { ...here, parts: [...new Set([...here.parts, change.to.part])] };
    }
    case 'exchange': {
      const [x, y] = pairOf(change.ends.map((e) => joint(e.joint)));
      return { joints: [...x.joints, ...y.joints], parts: [...new Set([...x.parts, ...y.parts])] };
    }
    case 'join':
      return { joints: [], parts: [change.joint.a.part, change.joint.b.part] };
    case 'bypass': {
      const here = at(change.part);
      if (change.through === undefined) return here;
      const there = at(change.through);
      return { parts: [...here.parts, ...there.parts], joints: [...new Set([...here.joints, ...there.joints])] };
    }
    case 'turn':
    case 'replace':
    case 'remove':
      return at(change.part);
    case 'knob':
    case 'outlet':
    case 'charge':
    case 'refresh':
    case 'arrive':
    case 'value':
    case 'distance':
      return { parts: [change.part], joints: [] };
    case 'attach':
      return { parts: [change.to.part], joints: [] };
    default:
      return { parts: [], joints: [] };
  }
}
