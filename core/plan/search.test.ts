import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { demoDrawer, demoJobs } from '@/demo';
import { connectorNamed, mate } from '../connectors';
import type { Drawer, Job } from '../model';
import type { Chain } from './chain';
import { searchChains } from './search';
import { stockOf } from './stock';

const first = (job: Job, drawer: Drawer | null, n: number): readonly Chain[] => {
  const chains: Chain[] = [];
  for (const c of searchChains(job, catalogue, stockOf(drawer, catalogue))) {
    if (c) chains.push(c);
    if (chains.length === n) break;
  }
  return chains;
};
/** What the search orders by: money, and half a unit a piece. */
const rank = (c: Chain) => c.cost + 0.5 * (c.links.length - 1);
const portOf = (classId: string, id: string | null) => catalogue.parts.get(classId)!.ports.find((p) => p.id === id)!;

describe.each(
  demoJobs.flatMap((job) =>
    [demoDrawer, null].map((d) => [job.id, d ? 'with the drawer' : 'owning nothing', job, d] as const),
  ),
)('chains for %s, %s', (_, __, job, drawer) => {
  const chains = first(job, drawer, 150);
  test('come cheapest first, those that had to wait after those that had not, none twice', () => {
    expect(chains.length).toBeGreaterThan(20);
    const backwards = chains.filter((c, i) => i > 0 && rank(c) < rank(chains[i - 1]) - 1e-9);
    expect(backwards.length).toBeLessThanOrEqual(1);
    expect(new Set(chains.map((c) => JSON.stringify(c.links) + c.microphones)).size).toBe(chains.length);
  });
  test('lead from a capsule to the device, each plug into a hole that it fits, no piece twice in a row of its own', () => {
    for (const { links, microphones } of chains) {
      expect(catalogue.parts.get(links[0].classId)!.circuit.some((e) => e.is === 'capsule')).toBe(true);
      expect(links.at(-1)!.classId).toBe(job.device);
      expect(new Set(links.map((l) => l.classId)).size).toBe(links.length);
      for (let i = 1; i < links.length; i++) {
        const out = portOf(links[i - 1].classId, links[i - 1].outPort);
        for (const hole of [links[i].inPort, ...links[i].alsoIn]) {
          const into = portOf(links[i].classId, hole);
          expect(mate(connectorNamed(out.connector)!, connectorNamed(into.connector)!, 0).fits).toBe(true);
        }
      }
      // Several microphones meet in one part, by as many holes.
      const joins = links.filter((l) => l.alsoIn.length > 0);
      expect(joins.map((l) => l.alsoIn.length + 1)).toEqual(microphones > 1 ? [microphones] : []);
    }
  });
  test('of no more than the budget', () => {
    for (const c of first({ ...job, budget: 20 }, drawer, 60)) expect(c.cost).toBeLessThanOrEqual(20);
  });
});
