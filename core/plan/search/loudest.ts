import { memo } from '../../algorithms';
import { groundsOf, newPart, type PartClass, type PortSpec, type Quantity, quantity, RATED_SPL } from '../../model';
import { dbu, pascal, peakDbu, splAt } from '../../signal';

/** An electret without its rated load gives more; est, beyond any such class. */
const UNLOADED_DB = 6;

/** The most that a knob, value or product can stand for, decibels. */
function most(c: PartClass, q: Quantity): number {
  if (typeof q === 'string' && q.startsWith('knob:')) return c.knobs?.find((k) => k.id === q.slice(5))?.max ?? 0;
  return quantity(newPart(c), c, q);
}

/** Peaks of a voice at a capsule of the class, dBu at most; of a source by wire what it puts out. */
export function loudestAt(c: PartClass, splAt1m: number, distanceM: number): number {
  const spl = splAt(splAt1m, distanceM);
  return Math.max(
    ...c.circuit.flatMap((e) => {
      if (e.is === 'capsule') {
        const volt = (quantity(newPart(c), c, e.sensitivityMvPerPa) / 1000) * pascal(spl);
        return [peakDbu(dbu(volt)) + UNLOADED_DB];
      }
      return e.is === 'feed' ? [peakDbu(quantity(newPart(c), c, e.levelDbu) + splAt1m - RATED_SPL)] : [];
    }),
    Number.NEGATIVE_INFINITY,
  );
}

/** What a voice has above a microphone's own noise at most, dB(A); of a source by wire nothing is asked. */
export function cleanestAt(c: PartClass, splAt1m: number, distanceM: number): number {
  const own = c.circuit.flatMap((e) =>
    e.is === 'capsule' && e.selfNoiseDba !== undefined ? [quantity(newPart(c), c, e.selfNoiseDba)] : [],
  );
  return own.length === 0 ? Number.POSITIVE_INFINITY : splAt(splAt1m, distanceM) - Math.min(...own);
}

interface Edge {
  readonly from: string;
  readonly to: string;
  readonly db: number;
}

const CONVERTER = 'converter';

/** Ways inside a part with the most each can add; wires and resistors add nothing, and lose nothing here. */
const edgesOf = (c: PartClass): readonly Edge[] =>
  c.circuit.flatMap((e): readonly Edge[] => {
    const both = (a: string, b: string, db: number) => [
      { from: a, to: b, db },
      { from: b, to: a, db },
    ];
    if (e.is === 'resistor' || e.is === 'capacitor' || e.is === 'inductor') return both(...e.between, 0);
    if (e.is === 'transformer') {
      const db = Math.abs(20 * Math.log10(quantity(newPart(c), c, e.turns)));
      return e.primary.flatMap((a) => e.secondary.flatMap((b) => both(a, b, db)));
    }
    if (e.is === 'tone') return e.in.flatMap((a) => e.out.map((b) => ({ from: a, to: b, db: 15 * e.bands.length })));
    if (e.is === 'stage') {
      const db = e.gainDb.reduce<number>((sum, g) => sum + most(c, g), 0);
      return e.in.flatMap((a) => e.out.map((b) => ({ from: a, to: b, db })));
    }
    if (e.is !== 'input') return [];
    const db = e.gainDb.reduce<number>((sum, g) => sum + most(c, g), 0) - quantity(newPart(c), c, e.fullScaleDbu);
    return e.in.map((a) => ({ from: a, to: CONVERTER, db }));
  });

/** No way through a part that is sold adds more than this: a bound for what goes round. */
const CEILING_DB = 150;

/** The most that each node of a part can be above what comes in at a port. */
const gainsOf = memo((c: PartClass) => {
  const grounds = groundsOf(c);
  const edges = edgesOf(c).filter((e) => !grounds.has(e.from) && !grounds.has(e.to));
  const known = new Map<string, ReadonlyMap<string, number>>();
  return (port: string): ReadonlyMap<string, number> => {
    const before = known.get(port);
    if (before) return before;
    const best = new Map<string, number>();
    for (const e of edges) if (e.from.startsWith(`${port}.`)) best.set(e.from, 0);
    for (let changed = true; changed; ) {
      changed = false;
      for (const { from, to, db } of edges) {
        const at = best.get(from);
        if (at === undefined) continue;
        const next = Math.min(CEILING_DB, at + db);
        if (next > (best.get(to) ?? Number.NEGATIVE_INFINITY) + 1e-9) {
          best.set(to, next);
          changed = true;
        }
      }
    }
    known.set(port, best);
    return best;
  };
});

/**
 * The most that a part can add between two of its ports: never less than what it really does, for no loss is counted.
 * @returns decibels; null where the circuit shows no way, as of what goes on as data
 */
export function mostGain(c: PartClass, into: string, out: PortSpec): number | null {
  const found = [...gainsOf(c)(into)].filter(([node]) => node.startsWith(`${out.id}.`)).map(([, db]) => db);
  return found.length > 0 ? Math.max(...found) : null;
}

/** The same to where it is recorded: decibels below full scale for an input at 0 dBu; null where it records nothing from there. */
export const mostAtConverter = (c: PartClass, into: string): number | null => gainsOf(c)(into).get(CONVERTER) ?? null;
