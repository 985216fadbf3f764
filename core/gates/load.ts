import { itemAt, reach } from '../algorithms';
import type { Compiled, Fitted } from '../compile';
import { figure, gateMessage, listText } from '../format';
import { isGiven, type PartClass, type Place, quantity } from '../model';
import type { Readings } from '../readings';
import { nameOf } from './say';
import { type Finding, finding } from './verdict';

/**
 * What may hang rigidly on a device that is held up, as a share of the device's own mass: the motors of a gimbal are
 * balanced for the device alone; in the hand it is the socket that is levered at. Both est.
 */
const SHARE: Partial<Record<Place, number>> = { gimbal: 0.3, hand: 0.75 };

const massG = ({ part, partClass }: Fitted): number => quantity(part, partClass, 'massG');

/** Has it a cord of its own, or is it one? Headphones are worn, and what feeds lies elsewhere. */
const LIMP: ReadonlySet<PartClass['kind']> = new Set(['lead', 'listening', 'power']);
const isLimp = ({ kind, values }: PartClass): boolean => LIMP.has(kind) || values['lengthM'] !== undefined;

/** Parts that no cord parts from the device, heaviest first. */
function rigidlyOn({ device, joints }: Compiled): readonly Fitted[] {
  const found = reach<string, Fitted>([device.part.id], (at) =>
    joints.flatMap(({ a, b }) => {
      const other = a.part.id === at ? b : b.part.id === at ? a : null;
      if (!other || other.port.carries === 'radio' || isLimp(other.partClass) || isGiven(other.partClass)) return [];
      return [[other.part.id, other] as const];
    }),
  );
  return [...found.values()].flatMap(({ by }) => by ?? []).sort((a, b) => massG(b) - massG(a));
}

/** What hangs on a device that is held up, against what it bears; null where it stands on something. */
export function judgeLoad({ compiled }: Readings): Finding | null {
  const { place } = compiled.setup.job;
  const share = SHARE[place];
  const hung = rigidlyOn(compiled);
  if (share === undefined || hung.length === 0 || compiled.device.partClass.kind === 'unknown') return null;
  const value = hung.reduce((sum, f) => sum + massG(f), 0);
  const limit = share * massG(compiled.device);
  const device = nameOf(compiled, compiled.device.part.id);
  const heavy = { device, mass: value, limit, parts: listText(hung.map((f) => nameOf(compiled, f.part.id))) };
  return finding(
    {
      topic: 'hung',
      value,
      limit,
      unit: 'g',
      margin: (limit - value) / (limit / 2),
      brief: `${figure(value)} g on it`,
      part: itemAt(hung, 0).part.id,
      lane: 'signal',
    },
    {
      good: gateMessage('fit.hangs', { device, mass: value, limit }),
      near: gateMessage('fit.heavy', heavy),
      bad: gateMessage(place === 'gimbal' ? 'fit.too-heavy-gimbal' : 'fit.too-heavy-hand', heavy),
    },
  );
}
