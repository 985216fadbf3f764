import type { GateName } from '../gates';
import type { Fault } from './effect';

/** What speaks first of what no act at hand explains: harm, then what everything else hangs on. */
export const FIRST: readonly (readonly [GateName, RegExp])[] = [
  ['safe', /^limit/],
  ['fit', /./],
  ['powered', /^(fed|supply|volts|hubs|phantom)/],
  ['seen', /./],
  ['powered', /^needs/],
  ['wired', /./],
  ['level', /./],
  ['clean', /./],
  ['heard', /./],
  ['safe', /./],
  ['powered', /./],
];

/** Place in the line of consequences: what everything else hangs on is first. */
export function rankOf({ gate, topic }: Fault): number {
  const at = FIRST.findIndex(([g, t]) => g === gate && t.test(topic));
  return at < 0 ? FIRST.length : at;
}
