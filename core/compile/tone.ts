import type { Element, NodeName } from '../circuit';
import type { ToneBand } from '../model';

/** What a filter inside is made with: so much that it loads nothing, and so little that the solver keeps its digits; est. */
const TONE_OHM = 1e6;
/** Of the bell of a middle band at full lift; common practice is 0.5 to 1. */
const TONE_Q = 0.7;

/** A band as it is turned. */
interface Turned {
  readonly side: ToneBand['side'];
  readonly hz: number;
  /** As a factor. */
  readonly gain: number;
}

type Pair = readonly [NodeName, NodeName];

/**
 * Tone controls between two pairs of nodes: H(s) = 1 + sum of (G - 1) B(s), B a first-order low or high pass or a second-order
 * band pass that is 1 in its band. A cut has the corners that make it the mirror of the lift, so that lift and cut of the
 * same decibels cancel.
 * @param ohm what the output has in series
 * @returns elements, and those of them that make no noise: they stand for what is inside
 */
export function toneFilter(
  name: string,
  [inP, inN]: Pair,
  [p, n]: Pair,
  bands: readonly Turned[],
  ohm: number,
): { readonly elements: readonly Element[]; readonly silent: readonly string[] } {
  const turned = bands.filter((b) => b.gain !== 1);
  if (turned.length === 0) return { elements: [{ kind: 'resistor', name, a: inP, b: p, ohm }], silent: [] };
  const elements: Element[] = [];
  const silent: string[] = [];
  let below = n;
  for (const { side, hz, gain } of turned) {
    const own = `${name}.${side}`;
    const lift = Math.max(gain, 1 / gain);
    const isCut = gain < 1;
    const corner = 2 * Math.PI * hz;
    const [from, to, filter] = [inP, `${own}.band`, `${own}.r`];
    silent.push(filter);
    if (side === 'low') {
      const farad = 1 / ((isCut ? corner * lift : corner) * TONE_OHM);
      elements.push({ kind: 'resistor', name: filter, a: from, b: to, ohm: TONE_OHM });
      elements.push({ kind: 'capacitor', name: `${own}.c`, a: to, b: inN, farad });
    } else if (side === 'high') {
      const farad = 1 / ((isCut ? corner / lift : corner) * TONE_OHM);
      elements.push({ kind: 'capacitor', name: `${own}.c`, a: from, b: to, farad });
      elements.push({ kind: 'resistor', name: filter, a: to, b: inN, ohm: TONE_OHM });
    } else {
      const width = isCut ? TONE_Q / lift : TONE_Q;
      elements.push({ kind: 'resistor', name: filter, a: from, b: to, ohm: TONE_OHM });
      elements.push({ kind: 'capacitor', name: `${own}.c`, a: to, b: inN, farad: width / (corner * TONE_OHM) });
      elements.push({ kind: 'inductor', name: `${own}.l`, a: to, b: inN, henry: TONE_OHM / (corner * width) });
    }
    const top = `${own}.sum`;
    elements.push({ kind: 'vcvs', name: `${own}.gain`, p: top, n: below, cp: to, cn: inN, gain: gain - 1 });
    below = top;
  }
  const drive = `${name}.drive`;
  elements.push({ kind: 'vcvs', name: `${name}.flat`, p: drive, n: below, cp: inP, cn: inN, gain: 1 });
  elements.push({ kind: 'resistor', name: `${name}.out`, a: drive, b: p, ohm });
  return { elements, silent: [...silent, `${name}.out`] };
}
