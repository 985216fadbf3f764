import type { AppClass } from './app-class';
import type { Catalogue } from './catalogue';
import { type Job, type Setup, UNKNOWN_APP } from './documents';
import { classIn } from './lookups';
import type { PartClass } from './part-class';

/** Whether a part has a battery or cells that run down and can be exchanged. */
export const hasBattery = (c: PartClass): boolean =>
  Boolean(c.host || c.bank || c.cells || c.batteryHours !== undefined);

/** Parts that do nothing as they are: nothing is plugged into them, nobody speaks into them, and they are no device. */
export function looseParts({ parts, joints, placements }: Setup, catalogue: Catalogue): ReadonlySet<string> {
  const used = new Set([...joints.flatMap((j) => [j.a.part, j.b.part]), ...placements.map((p) => p.part)]);
  return new Set(parts.filter((p) => !used.has(p.id) && !isGiven(classIn(catalogue, p.class))).map((p) => p.id));
}

/** How many channels the largest of a part's inputs has; 0 for what records nothing. */
export const mostChannels = (c: PartClass | undefined): number =>
  Math.max(0, ...(c?.inputs ?? []).map((i) => i.channels.length));

/** Does it take up sound, or bring it by wire: can a source be placed at it? */
export const takesUp = (c: PartClass): boolean => c.circuit.some((e) => e.is === 'capsule' || e.is === 'feed');

/** Is the device held up while it records, so that nothing can stand on a table and all that hangs on it is felt? */
export const isCarried = ({ place }: Pick<Job, 'place'>): boolean => place === 'hand' || place === 'gimbal';

/** The device, what a source comes out of, and what is not known: there whatever is bought or carried. */
export const isGiven = (c: PartClass): boolean => c.host !== undefined || c.kind === 'source' || c.kind === 'unknown';

/** Does it play: to its own headphones, or as what an app sends its sound to? */
export const plays = (c: PartClass): boolean => c.circuit.some((e) => e.is === 'playback');

/** Does it sound into the room, where open microphones hear it? */
export const isLoudspeaker = (c: PartClass): boolean =>
  c.circuit.some((e) => e.is === 'driver' && e.directivity !== undefined);

/** The device classes that a person can choose from; what stands for one that is not known here is none. */
export const devicesOf = ({ parts }: Catalogue): readonly PartClass[] =>
  [...parts.values()].filter((c) => c.host !== undefined && c.kind !== 'unknown');

/** Is there such an app on such a device? Of what is not known here nobody can say that there is none. */
export const runsOn = ({ forms }: AppClass, { host, kind }: PartClass): boolean =>
  kind === 'unknown' || forms === undefined || (host !== undefined && forms.includes(host.form));

/** The app classes that a person can choose from. */
export const appsOf = ({ apps }: Catalogue): readonly AppClass[] =>
  [...apps.values()].filter((a) => a.id !== UNKNOWN_APP);
