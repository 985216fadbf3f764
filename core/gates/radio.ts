import { gateMessage, metresText } from '../format';
import { hasFigure, quantity } from '../model';
import type { LineReading, Readings } from '../readings';
import { nameOf } from './say';
import { type Finding, finding } from './verdict';

/** With twice the distance through people still in reach it is comfortable. */
const COMFORT = 2;
/** What is within reach through people is no caution. */
const SURE = 0.3;

/**
 * Does the radio span the distance? Reach is a band: so far in free sight, so far with people between. Within the shorter
 * nothing is to be feared, beyond the longer nothing arrives; between them it hangs on who stands where.
 */
export function radioReach({ compiled }: Readings, line: LineReading): Finding | null {
  const joint = line.path?.joints.find((j) => j.a.port.carries === 'radio');
  if (!joint || !line.path) return null;
  const least = (name: 'freeRangeM' | 'bodyRangeM') =>
    Math.min(
      ...[joint.a, joint.b].flatMap(({ part, partClass }) =>
        hasFigure(partClass, name) ? [quantity(part, partClass, name)] : [],
      ),
    );
  const [free, body] = [least('freeRangeM'), least('bodyRangeM')];
  if (!Number.isFinite(free) || !Number.isFinite(body)) return null;
  const receiver = line.path.joints.indexOf(joint) + 1;
  const cables = line.path.parts.slice(receiver).reduce((sum, id) => {
    const f = compiled.fitted.get(id);
    return f && hasFigure(f.partClass, 'lengthM') ? sum + quantity(f.part, f.partClass, 'lengthM') : sum;
  }, 0);
  const distance = Math.max(1, compiled.setup.job.distanceM - cables);
  const said = { part: nameOf(compiled, joint.a.part.id), distance, free, body };
  return finding(
    {
      topic: `radio ${line.source} ${line.part}`,
      value: distance,
      limit: free,
      unit: 'm',
      margin: marginAt(distance, free, body),
      brief: `radio ${metresText(Math.round(distance))}`,
      part: joint.a.part.id,
      joint: joint.joint.id,
      lane: 'signal',
    },
    {
      good: gateMessage('wired.radio-fine', said),
      near: gateMessage('wired.radio-near', said),
      bad: gateMessage('wired.radio-far', said),
    },
  );
}

function marginAt(distance: number, free: number, body: number): number {
  if (distance > free) return -Math.log2(distance / free);
  if (distance > body) return (SURE * Math.log(free / distance)) / Math.log(free / body);
  return SURE + (1 - SURE) * Math.min(1, Math.log(body / distance) / Math.log(COMFORT));
}
