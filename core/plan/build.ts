import type { Catalogue, Job, Joint, Part, Placement, Setup } from '../model';
import { placedM } from './accompany';
import { freshId } from './edit';
import type { Chain } from './search';
import type { Stock } from './stock';

/** Make a setup of a chain: parts from the drawer where it has them, joints in the order of the signal, voices placed. */
export function buildSetup(chain: Chain, job: Job, catalogue: Catalogue, stock: Stock, id: string): Setup {
  const parts: Part[] = [];
  const joints: Joint[] = [];
  const used = new Map<string, number>();
  const add = (classId: string): string => {
    const n = used.get(classId) ?? 0;
    used.set(classId, n + 1);
    const { part } = stock.take(classId, n);
    const partId = freshId(
      parts.map((p) => p.id),
      part.id,
    );
    parts.push({ ...part, id: partId });
    return partId;
  };
  const join = (a: Joint['a'], b: Joint['b']) => joints.push({ id: `j${joints.length + 1}`, a, b });

  const joinedAt = chain.links.findIndex((l) => l.alsoIn.length > 0);
  const branches = Math.max(chain.microphones, 1);
  const microphones: string[] = [];
  // Branches up to the joining part, then the trunk from there on.
  const ends: { part: string; port: string }[] = [];
  const trunkFrom = joinedAt < 0 ? chain.links.length : joinedAt;
  for (let b = 0; b < branches; b++) {
    let previous: { part: string; port: string } | null = null;
    for (const link of chain.links.slice(0, trunkFrom)) {
      const partId = add(link.classId);
      if (previous && link.inPort) join(previous, { part: partId, port: link.inPort });
      if (!previous) microphones.push(partId);
      previous = { part: partId, port: link.outPort ?? '' };
    }
    if (previous) ends.push(previous);
  }
  let previous = ends[0];
  chain.links.slice(trunkFrom).forEach((link, i) => {
    const partId = add(link.classId);
    const holes = [link.inPort!, ...link.alsoIn];
    const incoming = i === 0 ? ends : [previous];
    incoming.forEach((end, k) => {
      join(end, { part: partId, port: holes[k] });
    });
    previous = { part: partId, port: link.outPort ?? '' };
  });

  const placements: Placement[] = job.sources.map((source, i) => {
    const part = microphones[Math.min(i, microphones.length - 1)];
    const worn = placedM(catalogue, chain.links[0].classId);
    // One microphone for several voices stands between them: no nearer than arm's length.
    const distanceM =
      worn === null ? job.distanceM : job.sources.length > microphones.length ? Math.max(worn, 0.6) : worn;
    return { source: source.id, part, distanceM };
  });
  return {
    format: 'symplex.setup',
    version: 1,
    id,
    name: job.name,
    job,
    parts,
    joints,
    placements,
    chosenInput: 'newest',
  };
}
