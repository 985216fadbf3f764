import { byId, itemAt } from '../../algorithms';
import type { PartClass, PortSpec } from '../../model';
import { isRightHalf } from './accepts';

/** Ports a signal can leave by; of those that look alike (main, monitor, aux) the first stands for all. */
export function outsOf(c: PartClass): readonly PortSpec[] {
  const outs = c.ports.filter((p) => ['out', 'through'].includes(p.flow) && !isRightHalf(p));
  const looks = outs.map((p) => `${p.connector} ${p.carries} ${p.flow} ${Object.values(p.roles ?? {}).join()}`);
  return outs.filter((p, i) => p.flow === 'through' || looks.indexOf(itemAt(looks, i)) === i);
}

/** A device records one of its inputs at a time: its holes of another kind belong to another input. */
export function portsOfOtherInputs(c: PartClass, hole: string): readonly string[] {
  if (!c.host) return [];
  const { connector } = byId(c.ports, hole);
  return c.ports.filter((p) => p.connector !== connector).map((p) => p.id);
}
