import { mustAssess } from '../../assess';
import { swapPart } from '../../change';
import { type Catalogue, devicesOf, partIn, type Setup } from '../../model';

/** What a chain must still do on another device for its pieces to be worth keeping. */
const NEEDED = ['fit', 'wired', 'seen'] as const;

/** On how many other device classes the same pieces would fit, be wired right and be seen. */
export function devicesServed(setup: Setup, device: string, catalogue: Catalogue): number {
  const own = partIn(setup, device).class;
  return devicesOf(catalogue).filter((c) => {
    if (c.id === own) return false;
    const other = swapPart(setup, catalogue, device, { id: device, class: c.id });
    if (!other) return false;
    const { byGate } = mustAssess(other, catalogue);
    return NEEDED.every((gate) => ['pass', 'caution'].includes(byGate[gate].status));
  }).length;
}
