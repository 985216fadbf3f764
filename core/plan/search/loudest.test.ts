import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { trialJob } from '@/tests/support/trials';
import { itemAt } from '../../algorithms';
import { mustAssess } from '../../assess';
import { classIn, turnKnob } from '../../model';
import { stockOf } from '../stock';
import { buildSetup } from './build';
import { loudestAt, mostAtConverter, mostGain } from './loudest';
import { searchChains } from './search';

const JOBS = [
  trialJob({ device: 'phone-headset' }),
  trialJob({ device: 'camera', app: 'device-own' }),
  trialJob({ device: 'laptop-headset' }),
  trialJob({ device: 'recorder-xlr', app: 'device-own' }),
];

test('what is reckoned beforehand is never less than what a chain gives with every gain as far up as it goes', () => {
  const means = { catalogue, stock: stockOf(null, catalogue) };
  let compared = 0;
  for (const job of JOBS) {
    let left = 40;
    for (const chain of searchChains(job, means)) {
      if (!chain || left-- === 0) {
        if (left < 0) break;
        continue;
      }
      const links = chain.links.map((l) => ({ ...l, c: classIn(catalogue, l.classId) }));
      const first = itemAt(links, 0);
      if (first.c.inputs) continue;
      const built = buildSetup(chain, job, means, 'bound');
      const all = built.parts.flatMap((p) => (classIn(catalogue, p.class).knobs ?? []).map((k) => ({ part: p.id, k })));
      const up = all
        .filter(({ k }) => k.unit === 'dB')
        .reduce((s, { part, k }) => turnKnob(s, part, k.id, k.max), built);
      const real = Math.max(
        ...mustAssess(up, catalogue).readings.channels.flatMap((c) => c.arrivals.map((a) => a.peakDbfs)),
      );
      const source = itemAt(job.sources, 0);
      let bound = loudestAt(first.c, source.splAt1m, itemAt(built.placements, 0).distanceM);
      for (const l of links.slice(1)) {
        const out = l.c.ports.find((p) => p.id === l.outPort);
        const more = out ? mostGain(l.c, l.inPort ?? '', out) : null;
        if (more === null) {
          bound += mostAtConverter(l.c, l.inPort ?? '') ?? Number.POSITIVE_INFINITY;
          break;
        }
        bound += more;
      }
      expect(bound, links.map((l) => l.c.id).join(' ')).toBeGreaterThanOrEqual(real - 0.01);
      compared += Number.isFinite(bound) ? 1 : 0;
    }
  }
  expect(compared).toBeGreaterThan(40);
});
