import { byId } from '../algorithms';
import { type Assessment, assess } from '../assess';
import { contactName, jointName } from '../change';
import { nameOf, roleText } from '../gates';
import type { Catalogue, JointId, PartId, Setup } from '../model';
import type { LineReading, Readings } from '../readings';
import { effectOf, type Failing, keyOf } from './effect';

/** The joint at which a line ends, and how its contacts lie. */
export interface Told {
  readonly sentence: string;
  readonly part: PartId;
  readonly joint: JointId;
  /** What would pass if every contact there met its like. */
  readonly resolves: ReadonlySet<string>;
}

/**
 * Which joint keeps the signal back? Each joint of the line in turn is compiled as if every contact met its like; the one
 * after which the finding passes is to blame, and what in it does not meet its like says why. Null where no single one is.
 */
export function whichJoint(setup: Setup, catalogue: Catalogue, before: Assessment, failing: Failing): Told | null {
  const readings = [before.readings, ...before.also].find((r) => r.lines.some((l) => l.path)) ?? before.readings;
  const line = lineOf(readings, failing);
  if (!line?.path) return null;
  let told: Told | null = null;
  let most = 0;
  for (const { joint } of line.path.joints) {
    const after = assess(setup, catalogue, { bands: '1 kHz', rewired: new Set([joint.id]) });
    if (!after.ok) continue;
    const effect = effectOf(before, after.value);
    if (!effect.resolved.has(keyOf(failing)) || effect.resolved.size <= most) continue;
    const why = mismatch(before.readings, joint.id);
    if (why === null) continue;
    most = effect.resolved.size;
    const compiled = before.readings.compiled;
    const fitted = compiled.joints.find((j) => j.joint.id === joint.id)!;
    const [plug, socket] =
      fitted.mating.fits && fitted.mating.plugIs === 'b' ? [fitted.b, fitted.a] : [fitted.a, fitted.b];
    const at = `${jointName(setup, joint.id)}, ${nameOf(compiled, plug.part.id)} into the ${socket.port.label} of ${nameOf(compiled, socket.part.id)}`;
    const who = byId(setup.job.sources, line.source).name;
    told = {
      sentence: `${who} gets no further than ${at}: ${why}.`,
      part: plug.part.id,
      joint: joint.id,
      resolves: effect.resolved,
    };
  }
  return told;
}

function lineOf({ lines }: Readings, { topic }: Failing): LineReading | undefined {
  const [kind, source, part] = topic.split(' ');
  return kind === 'arrives' ? lines.find((l) => l.source === source && l.part === part) : lines.find((l) => l.path);
}

/** What in a joint does not meet its like; null where all does. */
function mismatch({ compiled }: Readings, id: string): string | null {
  const { a, b, mating } = compiled.joints.find((j) => j.joint.id === id)!;
  if (!mating.fits) return 'the two do not go together';
  if (mating.touches.length === 0) return 'nothing touches';
  const [plug, socket] = mating.plugIs === 'a' ? [a, b] : [b, a];
  const unlike = mating.touches.filter((t) => !goTogether(plug.port.roles?.[t.plug], socket.port.roles?.[t.socket]));
  if (unlike.length === 0) {
    const wanted = Object.entries(socket.port.roles ?? {}).find(
      ([c, r]) => r === 'mic' && !mating.touches.some((t) => t.socket === c),
    );
    return wanted ? `nothing touches its microphone contact` : null;
  }
  // What lies on a microphone or ground contact is what silences; the rest is by the way.
  const grave = unlike.filter((t) =>
    [plug.port.roles?.[t.plug], socket.port.roles?.[t.socket]].some((r) => r === 'mic' || r === 'ground'),
  );
  return (grave.length > 0 ? grave : unlike)
    .map((t) => {
      const own = plug.port.roles?.[t.plug] ?? null;
      const met = socket.port.roles?.[t.socket] ?? null;
      const as = own === null || own === 'none' ? 'which it does not use' : `its ${roleText(own)}`;
      return `the ${contactName(t.plug)}, ${as}, lies on ${met === null ? 'an unused contact' : roleText(met)}`;
    })
    .join(', ');
}

const LIKE: Readonly<Record<string, string>> = {
  screen: 'ground',
  mono: 'signal',
  left: 'signal',
  mic: 'signal',
  hot: 'signal',
};
const goTogether = (a: string | undefined, b: string | undefined): boolean => {
  // What carries nothing does no harm where it lies, but on a microphone contact.
  if (a === b || ((a ?? 'none') === 'none' && b !== 'mic')) return true;
  if ((a === 'mic') !== (b === 'mic') && (a === 'left' || b === 'left')) return false;
  return (LIKE[a ?? ''] ?? a) === (LIKE[b ?? ''] ?? b);
};
