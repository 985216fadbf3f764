import { assess, report as reportOf } from '../assess';
import { type Catalogue, classIn, partIn, type Setup } from '../model';
import { type Compared, compareTake, type TakeReport } from '../take';

/**
 * A take beside what was computed for a setup.
 * @throws where a class of the catalogue is wrong in itself
 */
export function comparedWith(take: TakeReport, setup: Setup, catalogue: Catalogue): readonly Compared[] {
  const assessed = assess(setup, catalogue);
  if (!assessed.ok) throw new Error(`the setup cannot be computed: ${assessed.problem.message}`);
  const nameOf = (id: string) => {
    const part = partIn(setup, id);
    return part.name ?? classIn(catalogue, part.class).name;
  };
  return compareTake(take, reportOf(assessed.value), nameOf);
}

/** What a recording holds, as a document: without the pictures, and with null for what is no number. */
export const takeAnswer = ({ perChannel, ...rest }: TakeReport, compared: readonly Compared[] | null) => ({
  ...rest,
  perChannel: perChannel.map(({ outline: _outline, spectrum: _spectrum, ...c }) => c),
  ...(compared ? { compared } : {}),
});
