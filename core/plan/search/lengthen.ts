import { itemAt } from '../../algorithms';
import {
  type Catalogue,
  classIn,
  type Length,
  lengthsSold,
  newPart,
  ofLength,
  partIn,
  quantity,
  type Setup,
} from '../../model';
import { costOf, type Stock } from '../stock';
import { shortOf } from './distance';

/** A piece in a longer of the lengths that it is sold in, and what that comes to. */
interface Longer {
  readonly part: string;
  readonly to: Length;
  readonly gainsM: number;
  readonly costs: number;
}

/**
 * Where cables are too short, longer ones in their place: the cheapest single one that spans what is missing, else the
 * longest of all and so on. In the place of one that is owned the longer one is bought.
 * @returns null where they do not reach in the longest either
 */
export function lengthened(setup: Setup, stock: Stock, catalogue: Catalogue): Setup | null {
  const bought = new Set(costOf(setup.parts, stock, catalogue).toBuy.map((p) => p.id));
  let now = setup;
  for (let short = shortOf(now, catalogue)[0]; short; short = shortOf(now, catalogue)[0]) {
    const longer = short.parts.flatMap((p) => longerOf(now, p, bought.has(p), catalogue));
    const { byM } = short;
    const enough = longer.filter((l) => l.gainsM >= byM - 1e-9).sort((a, b) => a.costs - b.costs);
    const best = enough[0] ?? [...longer].sort((a, b) => b.gainsM - a.gainsM)[0];
    if (!best) return null;
    const own = bought.has(best.part);
    bought.add(best.part);
    now = {
      ...now,
      parts: now.parts.map((p) =>
        p.id === best.part
          ? ofLength(
              own ? p : { ...newPart(classIn(catalogue, p.class)), id: p.id },
              classIn(catalogue, p.class),
              best.to.lengthM,
            )
          : p,
      ),
    };
  }
  return now;
}

function longerOf(setup: Setup, id: string, isBought: boolean, catalogue: Catalogue): readonly Longer[] {
  const part = partIn(setup, id);
  const partClass = classIn(catalogue, part.class);
  const sold = lengthsSold(partClass);
  if (sold.length === 0) return [];
  const isM = quantity(part, partClass, 'lengthM');
  const here = sold.findLast((l) => l.lengthM <= isM + 1e-9) ?? itemAt(sold, 0);
  return sold
    .filter((l) => l.lengthM > isM + 1e-9)
    .map((to) => ({ part: id, to, gainsM: to.lengthM - isM, costs: to.price - (isBought ? here.price : 0) }));
}
