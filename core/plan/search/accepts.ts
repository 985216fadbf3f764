import { memoOfTwo } from '../../algorithms';
import { mate, mustConnector } from '../../connectors';
import type { PortSpec, Role } from '../../model';

const SIGNAL: ReadonlySet<Role> = new Set(['left', 'right', 'mono', 'mic', 'hot']);
const EARTH: ReadonlySet<Role> = new Set(['ground', 'screen']);
const DIGITAL = new Set(['usb', 'radio', 'power']);

/** Would it make sense to plug this output into that input? Ports belong to classes, which do not change: each pair once. */
export const accepts: (out: PortSpec, into: PortSpec) => boolean = memoOfTwo(makesSense);

/** Fit, kind of signal, and no signal onto ground. */
function makesSense(out: PortSpec, into: PortSpec): boolean {
  const kinds = [out.carries, into.carries];
  if (kinds.some((k) => DIGITAL.has(k)) && out.carries !== into.carries) {
    // Analogue contacts on a digital connector say so by their roles.
    if (!Object.values(into.roles ?? {}).includes('mic') || out.carries !== 'headset') return false;
  }
  if (out.carries === 'phones' || into.carries === 'phones') return false;
  const mating = mate(mustConnector(out.connector), mustConnector(into.connector), 0);
  if (!mating.fits) return false;
  if (kinds.every((k) => DIGITAL.has(k))) return true;
  const outIsPlug = mating.plugIs === 'a';
  let connects = false;
  const wanted = Object.values(into.roles ?? {}).includes('mic') ? new Set<Role>(['mic']) : SIGNAL;
  for (const t of mating.touches) {
    const from = out.roles?.[outIsPlug ? t.plug : t.socket] ?? 'none';
    const to = into.roles?.[outIsPlug ? t.socket : t.plug] ?? 'none';
    if (EARTH.has(from) && (to === 'mic' || to === 'hot')) return false;
    if (SIGNAL.has(from) && wanted.has(to)) connects = true;
  }
  return connects;
}

/** The right-hand one of two ports that belong together: it follows the left one, and leads nowhere by itself. */
export const isRightHalf = (p: PortSpec): boolean =>
  p.pair !== undefined && Object.values(p.roles ?? {})[0] === 'right';
