import { catalogue } from '@/catalogue';
import { classIn, ownLength, type Setup } from '@/core/model';

/** The parts of a setup in a row, each with its length where that is not the usual one. */
export const chainText = ({ parts }: Setup): string =>
  parts
    .map((p) => {
      const c = classIn(catalogue, p.class);
      return [p.name ?? c.name, ownLength(p, c) ?? []].flat().join(', ');
    })
    .join(' | ');
