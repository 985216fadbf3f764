import { atKey, itemAt } from '../algorithms';
import { type Compiled, contactNode } from '../compile';
import type { JointId } from '../model';
import type { OperatingPoint } from '../signal';

/** Supplies from here up are made by a converter of their own: phantom power, not bias. */
const LEAST_VOLT = 11;
/** Of what the converter takes, this share comes out as phantom power; common practice. */
const EFFICIENCY = 0.75;
const PORT_VOLT = 5;

/** What each part puts out as phantom power, watts: from the current that the solved circuit takes out of its supply. */
export function phantomWatt(compiled: Compiled, op: OperatingPoint): ReadonlyMap<string, number> {
  const draws = new Map<string, number>();
  for (const e of compiled.netlist.elements) {
    if (e.kind !== 'voltage' || e.dc < LEAST_VOLT) continue;
    const watt = e.dc * Math.abs(op.solution.current(e.name).re);
    const part = compiled.ownerOf(e.name);
    draws.set(part, (draws.get(part) ?? 0) + watt);
  }
  return draws;
}

/** What each part draws at its port for that, milliamperes at 5 V. */
export const phantomMa = (watts: ReadonlyMap<string, number>): ReadonlyMap<string, number> =>
  new Map([...watts].map(([part, watt]) => [part, (1000 * watt) / EFFICIENCY / PORT_VOLT]));

/** Phantom power at one joint: what a microphone takes of what its input may give. */
export interface PhantomFeed {
  readonly joint: JointId;
  readonly from: string;
  /** The microphone at the end of the line, or what is plugged there. */
  readonly to: string;
  /** Across the pins of the plug, hot to screen. */
  readonly volt: number;
  readonly milliampere: number;
  readonly mostMa: number;
}

/** Each input gives at most so much (IEC 61938, P48, from memory). */
const MOST_MA = 10;

/**
 * Phantom power wherever it passes a balanced joint: volts between hot and screen, and the current that comes back on the
 * screen, which is what both legs carry together.
 */
export function phantomFeeds(compiled: Compiled, op: OperatingPoint): readonly PhantomFeed[] {
  const givers = new Set(
    compiled.netlist.elements.flatMap((e) =>
      e.kind === 'voltage' && e.dc >= LEAST_VOLT ? [compiled.ownerOf(e.name)] : [],
    ),
  );
  return compiled.joints.flatMap(({ joint, a, b, mating, touchNames }): readonly PhantomFeed[] => {
    if (!mating.fits) return [];
    const [giver, taker] = givers.has(a.part.id) ? [a, b] : [b, a];
    const contactOf = (role: string) => Object.entries(giver.port.roles ?? {}).find(([, r]) => r === role)?.[0];
    const [hot, screen] = [contactOf('hot'), contactOf('screen')];
    if (!givers.has(giver.part.id) || hot === undefined || screen === undefined) return [];
    const plugIsGiver = (mating.plugIs === 'a') === (giver === a);
    const touch = mating.touches.findIndex((t) => (plugIsGiver ? t.plug : t.socket) === screen);
    const ohm = touch < 0 ? undefined : compiled.touchOhm.get(itemAt(touchNames, touch));
    if (ohm === undefined) return [];
    const at = (side: typeof a, contact: string) => contactNode(side.part.id, side.port.id, contact);
    const volt = op.solution.between(at(giver, hot), at(giver, screen)).re;
    const { plug, socket } = itemAt(mating.touches, touch);
    const drop = op.solution.between(at(giver, screen), at(taker, plugIsGiver ? socket : plug)).re;
    const milliampere = Math.abs((1000 * drop) / ohm);
    // Switched off there is neither; shorted there is current and no volts.
    if (volt < LEAST_VOLT && milliampere < MOST_MA / 10) return [];
    return [
      {
        joint: joint.id,
        from: giver.part.id,
        to: takerOf(compiled, op, giver.part.id, taker.part.id),
        volt,
        milliampere,
        mostMa: MOST_MA,
      },
    ];
  });
}

/** Of the parts behind a joint, seen from the part that gives, the one in which most of it ends; the next where none does. */
function takerOf(compiled: Compiled, op: OperatingPoint, giver: string, next: string): string {
  const behind = [next];
  for (const part of behind) {
    for (const { a, b } of compiled.joints) {
      // Nothing steady goes by radio.
      if (a.port.carries === 'radio') continue;
      const far = a.part.id === part ? b.part.id : b.part.id === part ? a.part.id : null;
      if (far !== null && far !== giver && !behind.includes(far)) behind.push(far);
    }
  }
  const watts = new Map(behind.map((part) => [part, 0]));
  for (const e of compiled.netlist.elements) {
    if (e.kind !== 'resistor' && e.kind !== 'current') continue;
    const owner = compiled.ownerOf(e.name);
    const sum = watts.get(owner);
    if (sum === undefined) continue;
    const [p, n] = e.kind === 'resistor' ? [e.a, e.b] : [e.p, e.n];
    const volt = Math.abs(op.solution.between(p, n).re);
    watts.set(owner, sum + volt * (e.kind === 'resistor' ? volt / e.ohm : Math.abs(e.dc)));
  }
  return behind.reduce((most, part) => (atKey(watts, part) > atKey(watts, most) ? part : most), next);
}
