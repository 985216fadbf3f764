import type { Try } from '../cause';
import { inOrder } from '../cause';
import { type Bench, cautions, type Mend } from './mend';

/** Does the one do what the other does and take away a caution besides, for the same money? */
export const finishes = (one: Mend, other: Mend): boolean => {
  const acts = new Set(one.changes.map((c) => JSON.stringify(c)));
  return (
    one.changes.length > other.changes.length &&
    one.cost === other.cost &&
    cautions(one) < cautions(other) &&
    other.changes.every((c) => acts.has(JSON.stringify(c)))
  );
};

/** The same acts, only by another amount, or with the same piece at another place. */
export const isOfOneKind = (a: Mend, b: Mend): boolean => actsOf(a) === actsOf(b);
const actsOf = ({ changes }: Mend): string =>
  changes
    .map((c) =>
      c.do === 'knob'
        ? `knob ${c.part} ${c.knob}`
        : c.do === 'value'
          ? `value ${c.part} ${c.name}`
          : c.do === 'distance'
            ? `distance ${c.part} ${c.source}`
            : c.do === 'insert' || c.do === 'attach'
              ? `fetch ${c.part.class}`
              : c.do === 'replace'
                ? `fetch ${c.by.class}`
                : JSON.stringify(c),
    )
    .sort()
    .join();

/** Less ill than before; or, where nothing failed, with more margin at its weakest. */
export function isBetter({ before }: Bench, mend: Mend): boolean {
  // What would still harm is no fix, whatever else it mends.
  if (mend.gates.safe === 'fail') return false;
  const ill = before.verdicts.filter((v) => v.status === 'fail' || v.status === 'not known').length;
  if (mend.leaves.length < ill) return true;
  const was = before.verdicts.filter((v) => v.status === 'caution').length;
  const is = Object.values(mend.gates).filter((s) => s === 'caution').length;
  return ill === 0 && mend.leaves.length === 0 && is < was;
}

/** Of those that mend as much, what costs least. */
export const cheapestFirst = (
  tries: readonly Try[],
  { stock, setup }: Pick<Bench, 'stock' | 'setup'>,
): readonly Try[] => {
  const priceOf = ({ change }: Try): number => {
    const part =
      change.do === 'insert' || change.do === 'attach' ? change.part : change.do === 'replace' ? change.by : null;
    return part === null ? 0 : stock.take(part.class, setup.parts.filter((p) => p.class === part.class).length).price;
  };
  return [...tries].sort((a, b) => a.effect.failing - b.effect.failing || priceOf(a) - priceOf(b) || inOrder(a, b));
};
