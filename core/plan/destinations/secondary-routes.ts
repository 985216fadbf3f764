import { itemAt, oneWith } from '../../algorithms';
import type { Assessment } from '../../assess';
import { classIn, type Job, type Setup } from '../../model';
import { addAccessories } from '../accessories';
import {
  type Branch,
  buildSetup,
  type Chain,
  type Link,
  portsOfOtherInputs,
  secondarySources,
  sortedSources,
} from '../search';
import { type Candidate, candidateOf, failsNothing, isBetter, type Planning, tuneKnobs } from '../tuning';

/** Other ways in, assessed at most in one search. */
const MOST_WAYS = 60;

/** Other ways in for sources that join a chain on its way; what was found at one part is remembered for the next chain. */
export interface SecondaryRoutes {
  /** The chain with the ways that were found to be best before. */
  asKnown(chain: Chain): Chain;
  /** Where a chain does not work: other ways in for those that join it, one after the other. */
  withSecondaries(chain: Chain, settled: Candidate): Candidate;
}

export function newSecondaryRoutes(job: Job, planning: Planning): SecondaryRoutes {
  const { catalogue, past } = planning;
  const { lead, others } = sortedSources(job);
  const secondaries = secondarySources(others, planning);
  const known = new Map<string, Branch>();
  let tried = 0;
  const keyOf = (joining: Link, secondary: Branch) => `${joining.classId} ${joining.inPort} ${secondary.source}`;
  /** The setup as those that lead alone would have it: what fails so is not the secondaries' fault. */
  const alone = (setup: Setup): Setup => ({
    ...setup,
    job: { ...job, sources: lead },
    placements: setup.placements.filter((p) => lead.some((s) => s.id === p.source)),
  });
  const fails = (setup: Setup): boolean => !failsNothing(tuneKnobs(setup, catalogue, past).assessment);
  return {
    asKnown(chain) {
      const links = chain.links.map((l) =>
        l.secondaries.length === 0 ? l : { ...l, secondaries: l.secondaries.map((g) => known.get(keyOf(l, g)) ?? g) },
      );
      return { ...chain, links };
    },
    withSecondaries(chain, settled) {
      const at = chain.links.findIndex((l) => l.secondaries.length > 0);
      if (at < 0 || failsNothing(settled.assessment)) return settled;
      const unknown = itemAt(chain.links, at).secondaries.filter((g) => !known.has(keyOf(itemAt(chain.links, at), g)));
      if (unknown.length === 0 || fails(alone(settled.setup))) return settled;
      let best = settled;
      let links = chain.links;
      for (const secondary of unknown) {
        const { classId, inPort, alsoIn, secondaries: all } = itemAt(links, at);
        const joining = classIn(catalogue, classId);
        const others = all.filter((g) => g.source !== secondary.source).map((g) => g.port);
        const taken = [inPort!, ...alsoIn, ...portsOfOtherInputs(joining, inPort!), ...others];
        for (const other of secondaries.others(joining, taken, secondary)) {
          if (failsNothing(best.assessment) || tried >= MOST_WAYS) break;
          tried += 1;
          const come = itemAt(links, at).secondaries.map((g) => (g.source === secondary.source ? other : g));
          const changed = links.with(at, { ...itemAt(links, at), secondaries: come });
          const setup = buildSetup({ ...chain, links: changed }, job, planning, settled.setup.id);
          // Knobs mend the level and nothing else: where more is amiss than before, they need not be turned.
          if (amiss(candidateOf(setup, catalogue, past).assessment) > amiss(best.assessment)) continue;
          const next = addAccessories(tuneKnobs(setup, catalogue, past), planning);
          if (!isBetter(next.assessment, best.assessment)) continue;
          best = next;
          links = changed;
        }
        known.set(
          keyOf(itemAt(links, at), secondary),
          oneWith(itemAt(links, at).secondaries, 'source', secondary.source),
        );
      }
      return best;
    },
  };
}

const amiss = ({ verdicts }: Assessment): number =>
  verdicts.filter((v) => v.status === 'fail' && v.gate !== 'level').length;
