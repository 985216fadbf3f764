import { itemAt } from '../algorithms';
import type { Catalogue } from './catalogue';
import type { Part } from './documents';
import type { ClassId } from './ids';
import { classIn } from './lookups';
import type { PartClass } from './part-class';
import { newPart, quantity } from './quantity';

/** A length in which a class is sold, and what one of it costs and weighs. */
export interface Length {
  readonly lengthM: number;
  readonly price: number;
  readonly massG: number;
}

/** The lengths a class is sold in, shortest first; none where it comes in one only. Price and mass grow by the metre. */
export function lengthsSold(c: PartClass): readonly Length[] {
  if (!c.sold) return [];
  const q = (name: string) => quantity(newPart({ id: c.id }), c, name);
  const [usual, perM, gramsPerM] = [q('lengthM'), q(c.sold.pricePerM), q(c.sold.massPerM)];
  return c.sold.lengthsM.map((lengthM) => ({
    lengthM,
    price: Math.max(1, Math.round(q('price') + perM * (lengthM - usual))),
    massG: Math.round(q('massG') + gramsPerM * (lengthM - usual)),
  }));
}

/** The longest that can be had of a class, metres; 0 of what has no length. */
export const longestM = (c: PartClass): number =>
  Math.max(c.values['lengthM']?.value ?? 0, ...(c.sold?.lengthsM ?? []));

/** A part in another of the lengths that its class is sold in. */
export function ofLength(part: Part, c: PartClass, lengthM: number): Part {
  const sold = lengthsSold(c).find((l) => l.lengthM === lengthM);
  if (!sold) return part;
  const { lengthM: _l, massG: _m, ...own } = part.values ?? {};
  const isUsual = sold.lengthM === c.values['lengthM']?.value;
  const values = isUsual ? own : { ...own, lengthM, massG: sold.massG };
  const { values: _, ...rest } = part;
  return { ...rest, ...(Object.keys(values).length > 0 ? { values } : {}) };
}

/** A length of its own, metres; none where it is the usual one. */
export const ownLength = ({ values }: Part, c: PartClass): number | null => {
  const own = values?.['lengthM'];
  return own === undefined || own === c.values['lengthM']?.value ? null : own;
};

/**
 * What is asked for at a counter: the class, and of a cable longer than usual its length, "lead-xlr 10". No class has a space
 * in its name.
 */
export const kindOf = (part: Part, c: PartClass): ClassId => {
  const own = part.values?.['lengthM'];
  const usual = c.values['lengthM']?.value;
  return c.sold && own !== undefined && usual !== undefined && own > usual ? `${part.class} ${own}` : part.class;
};

/** A new part of a kind. */
export function ofKind(kind: ClassId, catalogue: Catalogue): Part {
  const [id = '', length] = String(kind).split(' ');
  const c = classIn(catalogue, id);
  const part = newPart(c);
  if (length === undefined) return part;
  const cut = ofLength(part, c, Number(length));
  return cut === part ? { ...part, values: { lengthM: Number(length) } } : cut;
}

/** What a part of its own length costs beyond one of the usual length; of a length that is not sold, as the next longer. */
export function dearerByLength({ values }: Part, c: PartClass): number {
  const own = values?.['lengthM'];
  const sold = lengthsSold(c);
  if (own === undefined || sold.length === 0) return 0;
  const taken = sold.find((l) => l.lengthM >= own - 1e-9) ?? itemAt(sold, sold.length - 1);
  const usual = sold.find((l) => l.lengthM === c.values['lengthM']?.value);
  return usual ? taken.price - usual.price : 0;
}
