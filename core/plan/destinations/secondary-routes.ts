import type { Assessment } from '../../assess';
import type { Catalogue, Job, Setup } from '../../model';
import { accompany } from '../accessories';
import { apartFrom, type Branch, buildSetup, type Chain, guestsOf, type Link, sortedSources } from '../search';
import type { Stock } from '../stock';
import { compareScores, type Experience, judged, type Settled, scoreOf, settleKnobs } from '../tuning';

/** Other ways in, assessed at most in one search. */
const MOST_WAYS = 60;

/** Other ways in for sources that join a chain on its way; what was found at one part is remembered for the next chain. */
export interface GuestWays {
  /** The chain with the ways that were found to be best before. */
  asKnown(chain: Chain): Chain;
  /** Where a chain does not work: other ways in for those that join it, one after the other. */
  withGuests(chain: Chain, settled: Settled): Settled;
}

/** @param past what was tried in vain in the same search. */
export function guestWays(job: Job, catalogue: Catalogue, stock: Stock, past: Experience): GuestWays {
  const { lead, others } = sortedSources(job);
  const guests = guestsOf(others, catalogue, stock);
  const known = new Map<string, Branch>();
  let tried = 0;
  const keyOf = (joining: Link, guest: Branch) => `${joining.classId} ${joining.inPort} ${guest.source}`;
  /** The setup as those that lead alone would have it: what fails so is not the guests' fault. */
  const alone = (setup: Setup): Setup => ({
    ...setup,
    job: { ...job, sources: lead },
    placements: setup.placements.filter((p) => lead.some((s) => s.id === p.source)),
  });
  const fails = (setup: Setup): boolean => scoreOf(settleKnobs(setup, catalogue, past).assessment).failing > 0;
  return {
    asKnown(chain) {
      const links = chain.links.map((l) =>
        l.guests.length === 0 ? l : { ...l, guests: l.guests.map((g) => known.get(keyOf(l, g)) ?? g) },
      );
      return { ...chain, links };
    },
    withGuests(chain, settled) {
      const at = chain.links.findIndex((l) => l.guests.length > 0);
      if (at < 0 || scoreOf(settled.assessment).failing === 0) return settled;
      const unknown = chain.links[at].guests.filter((g) => !known.has(keyOf(chain.links[at], g)));
      if (unknown.length === 0 || fails(alone(settled.setup))) return settled;
      let best = settled;
      let links = chain.links;
      for (const guest of unknown) {
        const { classId, inPort, alsoIn, guests: all } = links[at];
        const joining = catalogue.parts.get(classId)!;
        const others = all.filter((g) => g.source !== guest.source).map((g) => g.port);
        const taken = [inPort!, ...alsoIn, ...apartFrom(joining, inPort!), ...others];
        for (const other of guests.others(joining, taken, guest)) {
          if (scoreOf(best.assessment).failing === 0 || tried >= MOST_WAYS) break;
          tried += 1;
          const come = links[at].guests.map((g) => (g.source === guest.source ? other : g));
          const changed = links.with(at, { ...links[at], guests: come });
          const setup = buildSetup({ ...chain, links: changed }, job, catalogue, stock, settled.setup.id);
          // Knobs mend the level and nothing else: where more is amiss than before, they need not be turned.
          if (amiss(judged(setup, catalogue, past).assessment) > amiss(best.assessment)) continue;
          const next = accompany(settleKnobs(setup, catalogue, past), catalogue, stock, past);
          if (compareScores(scoreOf(next.assessment), scoreOf(best.assessment)) >= 0) continue;
          best = next;
          links = changed;
        }
        known.set(keyOf(links[at], guest), links[at].guests.find((g) => g.source === guest.source)!);
      }
      return best;
    },
  };
}

const amiss = ({ verdicts }: Assessment): number =>
  verdicts.filter((v) => v.status === 'fail' && v.gate !== 'level').length;
