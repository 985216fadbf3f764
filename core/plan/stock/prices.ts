import { type Catalogue, type ClassId, classIn, type Drawer, newPart, quantity } from '../../model';

/** Prices of generic things differ by about so much either way; est. */
const BAND = 0.3;

/** What one of a class costs, from and to: the owner's own, else the estimate of the class and what it may differ by. */
export function priceBand(classId: ClassId, drawer: Drawer | null, catalogue: Catalogue): readonly [number, number] {
  const own = drawer?.prices?.[classId];
  if (own) return own;
  const price = quantity(newPart({ id: classId }), classIn(catalogue, classId), 'price');
  return [Math.floor(price * (1 - BAND)), Math.ceil(price * (1 + BAND))];
}

/** What is reckoned with: the middle of the owner's own band, else the estimate of the class. */
export function priceOf(classId: ClassId, drawer: Drawer | null, catalogue: Catalogue): number {
  const own = drawer?.prices?.[classId];
  if (own) return (own[0] + own[1]) / 2;
  return quantity(newPart({ id: classId }), classIn(catalogue, classId), 'price');
}
