import type { Catalogue, Drawer, Setup } from '../../model';
import type { Signs } from '../signs';
import type { Suspect } from '../suspects';
import { cures, swaps, tries, wholesale } from './act';
import { asks } from './ask';
import { looks } from './look';
import type { Probe } from './probe';

/** Everything that could be looked at, asked or done to find what is the matter. */
export function probesOf(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  suspects: readonly Suspect[],
  drawn: Signs,
): readonly Probe[] {
  return [
    ...asks(setup, catalogue, drawn),
    ...looks(setup, catalogue, suspects),
    ...cures(setup, catalogue, suspects),
    ...wholesale(setup, catalogue, suspects),
    ...swaps(setup, catalogue, drawer, suspects),
    ...tries(setup, catalogue),
  ];
}
