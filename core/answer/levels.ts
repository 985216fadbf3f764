import { type Levels, levelsOf, USUAL_WISH } from '../levels';
import type { Catalogue, Setup } from '../model';

/** Where every gain may stand, the best setting and both schools, and how loud a voice may be. */
export function levelsAnswer(
  setup: Setup,
  catalogue: Catalogue,
): Pick<Levels, 'voices' | 'now' | 'schools' | 'windows'> {
  let levels: Levels | null = null;
  for (const step of levelsOf(setup, catalogue, USUAL_WISH)) levels = step;
  const { voices, now, schools, windows } = levels!;
  return { voices, now, schools, windows };
}
