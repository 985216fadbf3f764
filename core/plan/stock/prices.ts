import {
  type Catalogue,
  type ClassId,
  classIn,
  type Drawer,
  dearerByLength,
  newPart,
  ofKind,
  quantity,
} from '../../model';

/** Prices of generic things differ by about so much either way; est. */
const BAND = 0.3;

/** What one of a kind costs, from and to: the owner's own, else the estimate of the class and what it may differ by. */
export function priceBand(kind: ClassId, drawer: Drawer | null, catalogue: Catalogue): readonly [number, number] {
  const part = ofKind(kind, catalogue);
  const classId = part.class;
  const more = dearerByLength(part, classIn(catalogue, classId));
  const own = drawer?.prices?.[classId];
  if (own) return [own[0] + more, own[1] + more];
  const price = quantity(newPart({ id: classId }), classIn(catalogue, classId), 'price');
  return [Math.floor((price + more) * (1 - BAND)), Math.ceil((price + more) * (1 + BAND))];
}

/** What one of a kind is reckoned at. */
export function priceOfKind(kind: ClassId, drawer: Drawer | null, catalogue: Catalogue): number {
  const part = ofKind(kind, catalogue);
  return priceOf(part.class, drawer, catalogue) + dearerByLength(part, classIn(catalogue, part.class));
}

/** What is reckoned with: the middle of the owner's own band, else the estimate of the class. */
export function priceOf(classId: ClassId, drawer: Drawer | null, catalogue: Catalogue): number {
  const own = drawer?.prices?.[classId];
  if (own) return (own[0] + own[1]) / 2;
  return quantity(newPart({ id: classId }), classIn(catalogue, classId), 'price');
}
