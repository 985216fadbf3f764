import { figure } from '../format';
/** Resistor networks that make a signal smaller. Formulas of any handbook of attenuators, from K = 10^(dB/20). */

export type PadForm = 'L' | 'U' | 'T' | 'pi';

export interface PadWish {
  readonly form: PadForm;
  /** How much smaller than without the pad, above 0. */
  readonly db: number;
  /** Of what feeds the pad, and of what it feeds. */
  readonly sourceOhm: number;
  readonly loadOhm: number;
  /** What the source is to see, for L and U; T and pi are made between the source's and the load's own impedances. */
  readonly inputOhm: number;
}

export interface Resistor {
  readonly where: 'series' | 'shunt';
  /** Beside the source, in the middle, beside the load; a U has one in each leg. */
  readonly at: 'source' | 'middle' | 'load' | 'hot leg' | 'cold leg';
  readonly ohm: number;
  readonly nearestOhm: number;
}

export interface Pad {
  readonly form: PadForm;
  readonly resistors: readonly Resistor[];
  /** With the nearest values, between this source and this load. */
  readonly resultingDb: number;
  /** What the source then sees, and what the load is fed from. */
  readonly inputOhm: number;
  readonly outputOhm: number;
}

export type PadResult =
  | { readonly ok: true; readonly pad: Pad }
  | { readonly ok: false; readonly message: string; readonly leastDb: number };

/** IEC 60063, the E24 series. */
const E24 = [
  1, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2, 2.2, 2.4, 2.7, 3, 3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1, 10,
];

/** The value of the E24 series (IEC 60063) whose ratio to `ohm` is nearest to 1. */
export function nearestE24(ohm: number): number {
  const decade = 10 ** Math.floor(Math.log10(ohm));
  const off = (v: number) => Math.abs(Math.log((v * decade) / ohm));
  const best = E24.reduce((b, v) => (off(v) < off(b) ? v : b));
  return Number((best * decade).toPrecision(3));
}

const parallel = (a: number, b: number): number => (a * b) / (a + b);

/** One step of a ladder from source to load: along the line, or across it. */
type Step = readonly ['series' | 'shunt', number];

/**
 * Work out a pad for a loss between a source and a load.
 * @returns the resistors, their nearest E24 values, and what those make of it; or the least loss that can be had so.
 */
export function padFor(wish: PadWish): PadResult {
  return wish.form === 'L' || wish.form === 'U' ? bridging(wish) : matched(wish);
}

/** L and its balanced twin, the U: the source sees `inputOhm`, the load gets the voltage it had without, less the loss. */
function bridging({ form, db, sourceOhm, loadOhm, inputOhm }: PadWish): PadResult {
  const k = 10 ** (db / 20);
  const across = ((sourceOhm + inputOhm) * loadOhm) / ((sourceOhm + loadOhm) * k);
  if (across >= Math.min(loadOhm, inputOhm)) {
    const least = ((sourceOhm + inputOhm) * loadOhm) / ((sourceOhm + loadOhm) * Math.min(loadOhm, inputOhm));
    return tooLittle(20 * Math.log10(least));
  }
  const series = inputOhm - across;
  const shunt = 1 / (1 / across - 1 / loadOhm);
  if (form === 'L')
    return built('L', [made('series', 'source', series), made('shunt', 'load', shunt)], sourceOhm, loadOhm);
  const leg = series / 2;
  return built(
    'U',
    [made('series', 'hot leg', leg), made('series', 'cold leg', leg), made('shunt', 'load', shunt)],
    sourceOhm,
    loadOhm,
  );
}

/** T and pi between two impedances, each seeing its own; a power ratio, so that unlike impedances need a least loss. */
function matched({ form, db, sourceOhm, loadOhm }: PadWish): PadResult {
  const n = 10 ** (db / 10);
  const mean = Math.sqrt(sourceOhm * loadOhm);
  const share = (n + 1) / (n - 1);
  const ratio = Math.max(sourceOhm, loadOhm) / Math.min(sourceOhm, loadOhm);
  const least = 10 * Math.log10(2 * ratio - 1 + 2 * Math.sqrt(ratio * (ratio - 1)));
  if (db <= least) return tooLittle(least);
  if (form === 'T') {
    const middle = (2 * mean * Math.sqrt(n)) / (n - 1);
    return built(
      'T',
      [
        made('series', 'source', sourceOhm * share - middle),
        made('shunt', 'middle', middle),
        made('series', 'load', loadOhm * share - middle),
      ],
      sourceOhm,
      loadOhm,
    );
  }
  const middle = ((n - 1) * mean) / (2 * Math.sqrt(n));
  return built(
    'pi',
    [
      made('shunt', 'source', 1 / (share / sourceOhm - 1 / middle)),
      made('series', 'middle', middle),
      made('shunt', 'load', 1 / (share / loadOhm - 1 / middle)),
    ],
    sourceOhm,
    loadOhm,
  );
}

const made = (where: Resistor['where'], at: Resistor['at'], ohm: number): Resistor => ({
  where,
  at,
  ohm,
  nearestOhm: nearestE24(ohm),
});

const tooLittle = (leastDb: number): PadResult => ({
  ok: false,
  leastDb,
  message: `Between these impedances such a pad takes at least ${figure(leastDb, 1)} dB.`,
});

function built(form: PadForm, resistors: readonly Resistor[], sourceOhm: number, loadOhm: number): PadResult {
  // Both legs of a U carry the same current: one resistor of their sum.
  const steps: Step[] = resistors.map((r) => [r.where, r.nearestOhm]);
  const ladder = (list: readonly Step[], end: number) =>
    list.reduceRight((z, [where, ohm]) => (where === 'series' ? z + ohm : parallel(z, ohm)), end);
  const inputOhm = ladder(steps, loadOhm);
  const outputOhm = ladder([...steps].reverse(), sourceOhm);
  // Voltage on the way: into the ladder first, then over each series resistor into what follows it.
  let volt = inputOhm / (sourceOhm + inputOhm);
  steps.forEach(([where, ohm], i) => {
    const after = ladder(steps.slice(i + 1), loadOhm);
    if (where === 'series') volt *= after / (after + ohm);
  });
  const resultingDb = 20 * Math.log10(loadOhm / (sourceOhm + loadOhm) / volt);
  return { ok: true, pad: { form, resistors, resultingDb, inputOhm, outputOhm } };
}
