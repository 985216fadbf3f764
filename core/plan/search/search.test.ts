import { describe, expect, test } from 'vitest';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { itemAt } from '../../algorithms';
import { connectorNamed, mate } from '../../connectors';
import { type Drawer, FORMAT_VERSION, type Job } from '../../model';
import { stockOf } from '../stock';
import type { Chain } from './chain';
import { searchChains } from './search';

const first = (job: Job, drawer: Drawer | null, n: number): readonly Chain[] => {
  const chains: Chain[] = [];
  for (const c of searchChains(job, { catalogue, stock: stockOf(drawer, catalogue) })) {
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
    // Two people in the hand, with what is dead or too quiet left out: few are left.
    expect(chains.length).toBeGreaterThan(10);
    const backwards = chains.filter((c, i) => i > 0 && rank(c) < rank(itemAt(chains, i - 1)) - 1e-9);
    expect(backwards.length).toBeLessThanOrEqual(1);
    expect(new Set(chains.map((c) => JSON.stringify(c.links) + c.microphones)).size).toBe(chains.length);
  });
  test('lead from a capsule to the device, each plug into a socket that it fits, no piece twice in a row of its own', () => {
    for (const { links, microphones } of chains) {
      expect(catalogue.parts.get(itemAt(links, 0).classId)!.circuit.some((e) => e.is === 'capsule')).toBe(true);
      expect(links.at(-1)!.classId).toBe(job.device);
      expect(new Set(links.map((l) => l.classId)).size).toBe(links.length);
      for (let i = 1; i < links.length; i++) {
        const out = portOf(itemAt(links, i - 1).classId, itemAt(links, i - 1).outPort);
        for (const hole of [itemAt(links, i).inPort, ...itemAt(links, i).alsoIn]) {
          const into = portOf(itemAt(links, i).classId, hole);
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

describe('a digital side that is of no use leaves the analogue one', () => {
  const owning = (...classes: string[]): Drawer => ({
    format: 'symplex.drawer',
    version: FORMAT_VERSION,
    id: 'd',
    name: 'D',
    parts: classes.map((c) => ({ id: c, class: c })),
  });
  const lead = itemAt(itemAt(demoJobs, 0).sources, 0);
  const job: Job = {
    ...itemAt(demoJobs, 0),
    sources: [lead],
    arrangement: 'one',
    device: 'phone-headset',
    budget: null,
  };
  const outsOf = (chains: readonly Chain[], classId: string) =>
    new Set(chains.flatMap((c) => c.links.filter((l) => l.classId === classId).map((l) => l.outPort)));
  test('a receiver whose USB socket only charges still sends by its jack', () => {
    const drawer = owning('pack-own-mic', 'receiver-charge-usb', 'lead-3-4');
    const chains = first({ ...job, app: 'recorder-picker', distanceM: 3 }, drawer, 400);
    expect(outsOf(chains, 'receiver-charge-usb')).toEqual(new Set(['out']));
  });
  test('where the app takes headsets only, a mixer with USB leads on by its analogue outputs, never by USB', () => {
    const drawer = owning('mixer-8-usb', 'dynamic-handheld', 'lead-xlr', 'lead-6.35-6.35', 'adapter-6.35-3.5-down');
    const chains = first({ ...job, app: 'browser-call', distanceM: 1, place: 'desk-mains' }, drawer, 3000);
    const outs = outsOf(chains, 'mixer-8-usb');
    expect(outs.size).toBeGreaterThan(0);
    expect(outs).not.toContain('usb');
  });
});
