import type { Report } from '../../assess';
import { sayTake } from '../../format';
import type { Catalogue, PartId, Setup } from '../../model';
import { contextOf } from './context';
import type { TakeFinding } from './report';
import { RULES } from './rules';

/**
 * Where in a setup a finding most likely comes from, by what was computed for it: the part, and the connection where there
 * is one.
 * @param nameOf name of a part by its id
 * @returns null where nothing in the setup has more to do with it than the rest
 */
export function causeIn(
  finding: Pick<TakeFinding, 'what' | 'message' | 'channel'>,
  report: Report,
  setup: Setup,
  catalogue: Catalogue,
  nameOf: (part: PartId) => string,
): string | null {
  const from = RULES[finding.what].from(contextOf(finding, report, setup, catalogue, nameOf));
  return from && sayTake(from).sentence;
}
