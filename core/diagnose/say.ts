import { sayCause } from '../cause';
import { apply, holeName, inverse, positionName, say } from '../change';
import { suspectText } from '../format';
import {
  type Catalogue,
  classIn,
  classOfPart,
  jointIn,
  knobAt,
  knobIn,
  type PartId,
  partIn,
  partName,
  type Setup,
} from '../model';
import { plugAt, type Suspect } from './suspects';

const numberOf = (setup: Setup, joint: string): number => setup.joints.findIndex((j) => j.id === joint) + 1;

/** "connection 2, the plug of Lapel mic, microphone hole of Phone". */
export function plugIn(setup: Setup, catalogue: Catalogue, joint: string) {
  const part = plugAt(setup, catalogue, joint);
  const { a, b } = jointIn(setup, joint);
  return {
    joint: numberOf(setup, joint),
    part: partName(setup, catalogue, part),
    socket: holeName(setup, catalogue, a.part === part ? b : a),
  };
}

/** A knob of a part and where it stands as drawn. */
export function knobPlace(setup: Setup, catalogue: Catalogue, part: PartId, id: string) {
  const partClass = classOfPart(setup, catalogue, part);
  const knob = knobIn(partClass, id);
  return {
    knob: knob.label,
    part: partName(setup, catalogue, part),
    position: positionName(knob, knobAt(partIn(setup, part), partClass, id)),
  };
}

/** What puts a fault right, told of the setup that has it. */
export function sayCure(setup: Setup, catalogue: Catalogue, { faults: [fault] }: Pick<Suspect, 'faults'>): string {
  const { change } = fault!;
  const broken = apply(setup, catalogue, change)!;
  const cure = inverse(setup, catalogue, change);
  // What has no act of its own to take it back is the same act again, or the piece that was meant.
  return cure.do === 'restore' ? say(broken, catalogue, change) : say(broken, catalogue, cure);
}

/** A suspect as a cause: what is wrong, and where. */
export function sayCauseOf(setup: Setup, catalogue: Catalogue, suspect: Suspect): string {
  const { change } = suspect.faults[0]!;
  const name = (part: PartId) => partName(setup, catalogue, part);
  if (suspect.key.startsWith('inside ')) return suspectText('cause.inside', plugIn(setup, catalogue, suspect.joint!));
  switch (change.do) {
    case 'seat':
      return suspectText('cause.seat', plugIn(setup, catalogue, change.joint));
    case 'unplug':
      return suspectText('cause.unplugged', plugIn(setup, catalogue, change.joint));
    case 'move':
      return suspectText('cause.move', plugIn(setup, catalogue, change.joint));
    case 'exchange': {
      const [one, other] = change.ends.map((e) => plugIn(setup, catalogue, e.joint)) as [
        ReturnType<typeof plugIn>,
        ReturnType<typeof plugIn>,
      ];
      const ends = one.part === other.part ? [one.socket, other.socket] : [one.part, other.part];
      return suspectText('cause.exchange', { one: ends[0]!, other: ends[1]! });
    }
    case 'turn':
      return suspectText('cause.turn', { part: name(change.part) });
    case 'knob':
      return suspectText('cause.knob', knobPlace(setup, catalogue, change.part, change.knob));
    case 'outlet':
      return suspectText('cause.outlet', { part: name(change.part) });
    case 'charge':
      return suspectText('cause.charge', { part: name(change.part) });
    case 'replace':
      return suspectText('cause.replace', { part: name(change.part) });
    default:
      return sayCause(apply(setup, catalogue, change)!, catalogue, [inverse(setup, catalogue, change)], []).replace(
        /\.$/,
        '',
      );
  }
}

/** The kind of a part in a sentence: "Two-wire cable". */
export const className = (setup: Setup, catalogue: Catalogue, part: PartId): string =>
  classIn(catalogue, partIn(setup, part).class).name;
