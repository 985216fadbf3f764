import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoDrawer, demoJobs } from '@/demo';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { assess } from '../assess';
import { GATES } from '../gates';
import {
  checkDocument,
  type Drawer,
  type Job,
  movedTo,
  newPart,
  type Part,
  type Preference,
  quantity,
  type Setup,
  turnKnob,
} from '../model';
import { type PlanProgress, plan, swapsFor, tuneKnobs } from '.';
import { beats, compareBy, frontOf, setUpS } from './answers';
import { buildSetup, searchChains } from './search';
import { stockOf } from './stock';
import { scoreOf } from './tuning';

const runPlan = (job: Job, drawer: Drawer | null): readonly PlanProgress[] => [...plan(job, drawer, catalogue)];
const kiln = demoJobs.find((j) => j.id === 'kiln-opening')!;
const glaze = demoJobs.find((j) => j.id === 'glaze-talk')!;
const setupNamed = (id: string): Setup => demoSetups.find((s) => s.id === id)!;

const judged = (setup: Setup) => {
  const a = assess(setup, catalogue);
  if (!a.ok) throw new Error(a.problem.message);
  return a.value;
};
const gatesOf = (setup: Setup) =>
  Object.fromEntries(GATES.map((g) => [g, judged(setup).verdicts.find((v) => v.gate === g)!.status]));

/** What a setup costs, counted the slow way: by class, what is used beyond what the drawer holds. */
/** The price of the class, and of each metre that it is longer. */
function longerPrice(p: Part): number {
  const c = catalogue.parts.get(p.class)!;
  const [price, perM, usual] = ['price', 'pricePerM', 'lengthM'].map((n) => quantity(newPart(c), c, n));
  return Math.round(price! + perM! * (quantity(p, c, 'lengthM') - usual!));
}

function costByHand(setup: Setup, drawer: Drawer | null): number {
  let cost = 0;
  for (const id of new Set(setup.parts.map((p) => p.class))) {
    const c = catalogue.parts.get(id)!;
    if (c.host) continue;
    // A cable of another length than the usual is always bought here: the demo owns none.
    const longer = setup.parts.filter((p) => p.class === id && c.sold && p.values?.['lengthM'] !== undefined);
    for (const p of longer) cost += longerPrice(p);
    const used = setup.parts.filter((p) => p.class === id).length - longer.length;
    const owned = drawer?.parts.filter((p) => p.class === id).length ?? 0;
    cost += Math.max(0, used - owned) * quantity(newPart(c), c, 'price');
  }
  return cost;
}

describe.each(demoJobs.map((j) => [j.id, j] as const))('chains for %s', (_, job) => {
  const steps = runPlan(job, demoDrawer);
  const { answers, routes } = steps.at(-1)!;
  test('some passes every gate, and an answer was there long before the end', () => {
    expect(itemAt(answers, 0).score).toMatchObject({ failing: 0, unknown: 0 });
    expect(steps.findIndex((s) => s.answers.length > 0)).toBeLessThan(3);
    expect(steps.filter((s) => s.done)).toEqual([steps.at(-1)]);
  });
  test('each can be kept: it is a good document, every connection fits, and assess says the same again', () => {
    for (const a of answers) {
      expect(checkDocument(a.setup, catalogue)).toBeNull();
      const again = judged(a.setup);
      expect(itemAt(again.verdicts, 0).status).toBe('pass');
      expect(again.verdicts.map((v) => v.status)).toEqual(a.verdicts.map((v) => v.status));
    }
  });
  test('costs are what the missing parts cost, within the budget', () => {
    for (const a of answers) {
      expect(a.cost).toBeCloseTo(costByHand(a.setup, demoDrawer), 9);
      expect(
        a.toBuy.reduce((s, p) => {
          const c = catalogue.parts.get(p.class)!;
          return s + (c.sold ? longerPrice(p) : quantity(p, c, 'price'));
        }, 0),
      ).toBeCloseTo(a.cost, 9);
      if (job.budget !== null) expect(a.cost).toBeLessThanOrEqual(job.budget);
    }
  });
  test('none beats another on all of cost, margin, pieces, mass and time to set up; each but the first says why it lost and how it would win', () => {
    const merits = answers.map((a) => ({ ...a, margin: a.score.margin }));
    for (const [i, a] of answers.entries()) {
      if (i > 0) expect(compareBy('balanced')(itemAt(answers, i - 1), a)).toBeLessThanOrEqual(0);
      expect(a.lostBy === null).toBe(i === 0);
      expect(a.toWin === null).toBe(i === 0);
      if (i > 0) expect(merits.some((b) => beats(b, itemAt(merits, i)))).toBe(false);
    }
    expect(new Set(answers.flatMap((a) => a.best)).size).toBe(5);
    const passing = routes.filter((r) => r.score.failing + r.score.unknown === 0);
    const least = Math.min(...passing.filter((r) => job.budget === null || r.cost <= job.budget).map((r) => r.cost));
    expect(Math.min(...answers.map((a) => a.cost))).toBe(least);
  });
  test('another preference puts another first', () => {
    const firstBy = (preference: Preference) => runPlan({ ...job, preference }, demoDrawer).at(-1)!.answers;
    const cheap = firstBy('cheapest');
    expect(itemAt(cheap, 0).cost).toBe(Math.min(...cheap.map((a) => a.cost)));
    const light = firstBy('lightest');
    expect(itemAt(light, 0).massG).toBe(Math.min(...light.map((a) => a.massG)));
    const few = firstBy('fewest-pieces');
    expect(itemAt(few, 0).pieces).toBe(Math.min(...few.map((a) => a.pieces)));
    const clean = firstBy('cleanest');
    expect(itemAt(clean, 0).snrDb).toBe(Math.max(...clean.map((a) => a.snrDb ?? 0)));
  });
});

test('the front is what brute force finds: nothing on it is beaten, and all that is off it is', () => {
  const merit = fc.record({
    cost: fc.integer({ min: 0, max: 6 }),
    margin: fc.integer({ min: 0, max: 12 }).map((r) => r / 10),
    pieces: fc.integer({ min: 1, max: 5 }),
    massG: fc.integer({ min: 0, max: 5 }),
    setUpS: fc.integer({ min: 0, max: 4 }).map((n) => 30 * n),
  });
  fc.assert(
    fc.property(fc.array(merit, { maxLength: 25 }), (all) => {
      const front = frontOf(all);
      const alike = (a: (typeof all)[number], b: (typeof all)[number]) => !beats(a, b) && !beats(b, a);
      for (const a of front) expect(all.some((b) => beats(b, a))).toBe(false);
      for (const a of all.filter((x) => !front.includes(x))) {
        expect(front.some((b) => beats(b, a) || (alike(a, b) && b.cost === a.cost && b.pieces === a.pieces))).toBe(
          true,
        );
      }
    }),
  );
});

test('with few classes about, the answers are the front of every chain there is', () => {
  const devices = ['phone-headset', 'tablet-usb-c', 'camera'];
  const others = [...catalogue.parts.values()].filter(
    (c) => !c.host && c.kind !== 'unknown' && !c.circuit.some((e) => e.is === 'capsule'),
  );
  const microphones = [...catalogue.parts.values()].filter((c) => c.circuit.some((e) => e.is === 'capsule'));
  let several = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...devices),
      fc.subarray(microphones, { minLength: 2, maxLength: 3 }),
      fc.subarray(others, { minLength: 4, maxLength: 9 }),
      (device, mics, rest) => {
        const known = [...mics, ...rest, catalogue.parts.get(device)!];
        const small = { ...catalogue, parts: new Map(known.map((c) => [c.id, c])) };
        const { also: _, ...only } = glaze;
        const alone: Job = {
          ...movedTo(only, device, catalogue),
          budget: null,
          distanceM: 0.1,
          hearing: 'nothing',
        };
        const found = [...plan(alone, null, small)].at(-1)!.answers;
        // The slow way: every chain of the search, nothing put off and nothing left out, not even what lacks its voltage.
        const stock = stockOf(null, small);
        const every = [...searchChains(alone, { catalogue: small, stock }, { lacking: true })]
          .filter((c) => c !== null)
          .map((c, i) => {
            const { setup, assessment } = tuneKnobs(buildSetup(c, alone, { catalogue: small, stock }, `c${i}`), small);
            const pieces = setup.parts.filter((p) => p.id !== device && p.class !== device);
            const massG = pieces.reduce((sum, p) => sum + quantity(p, small.parts.get(p.class)!, 'massG'), 0);
            const score = scoreOf(assessment);
            return { ...score, cost: c.cost, pieces: setup.parts.length, massG, setUpS: setUpS(setup, small) };
          });
        const working = every.filter((e) => e.failing + e.unknown === 0);
        if (working.length > 1) several += 1;
        const works = found.filter((a) => a.score.failing + a.score.unknown === 0);
        expect(works.length > 0).toBe(working.length > 0);
        // What is found is not beaten by anything that there is; the cheapest and the lightest are found.
        for (const a of works.slice(1)) {
          expect(working.some((b) => beats(b, { ...a, margin: a.score.margin }) && b.margin <= 1)).toBe(false);
        }
        if (working.length > 0) {
          expect(Math.min(...works.map((a) => a.cost))).toBeCloseTo(Math.min(...working.map((b) => b.cost)), 9);
        }
      },
    ),
    { numRuns: 60, seed: 51 },
  );
  expect(several).toBeGreaterThan(5);
});

describe('the drawer and the job decide', () => {
  test('owning nothing, everything is bought; owning more never costs more', () => {
    const poor = itemAt(runPlan(glaze, null).at(-1)!.answers, 0);
    const rich = itemAt(runPlan(glaze, demoDrawer).at(-1)!.answers, 0);
    expect(poor.toBuy).toHaveLength(poor.pieces - 1);
    expect(rich.cost).toBeLessThanOrEqual(poor.cost);
  });
  test('a budget of nothing finds what the drawer alone can do, or says that there is nothing', () => {
    const { answers } = runPlan({ ...kiln, budget: 0 }, null).at(-1)!;
    expect(answers).toEqual([]);
    for (const a of runPlan({ ...glaze, budget: 0 }, demoDrawer).at(-1)!.answers) expect(a.toBuy).toEqual([]);
  });
  test('hand-held, nothing that needs a table or the mains is offered', () => {
    for (const a of runPlan({ ...kiln, place: 'hand', budget: null }, null).at(-1)!.answers) {
      for (const p of a.setup.parts) expect(catalogue.parts.get(p.class)!.needs ?? []).toEqual([]);
    }
  });
  test('a side each for two voices arrives as one voice a channel', () => {
    const job: Job = {
      ...kiln,
      arrangement: 'side-each',
      device: 'tablet-usb-c',
      app: 'recorder-picker',
      budget: null,
      hearing: 'nothing',
    };
    const best = itemAt(runPlan(job, null).at(-1)!.answers, 0);
    const { channels } = judged(best.setup).readings;
    expect(channels).toHaveLength(2);
    for (const [i, c] of channels.entries()) {
      const levels = c.arrivals.map((a) => a.averageDbu);
      expect(itemAt(levels, i) - itemAt(levels, 1 - i)).toBeGreaterThan(20);
    }
  });
});

test('four voices a channel each into a studio: an interface with enough inputs, each voice on its own', () => {
  const sources = [1, 2, 3, 4].map((n) => ({ id: `v${n}`, name: `Voice ${n}`, splAt1m: 62 }));
  const { also: _, ...alone } = glaze;
  const job: Job = {
    ...alone,
    device: 'laptop-headphones-only',
    app: 'studio',
    arrangement: 'side-each',
    place: 'desk-mains',
    hearing: 'nothing',
    budget: null,
    sources,
  };
  const best = itemAt(runPlan(job, null).at(-1)!.answers, 0);
  expect(best.score).toMatchObject({ failing: 0, unknown: 0 });
  const { channels } = judged(best.setup).readings;
  expect(channels.length).toBeGreaterThanOrEqual(4);
  for (const { id } of sources) {
    const levels = channels.map((c) => c.arrivals.find((a) => a.source === id)!.averageDbu).sort((a, b) => b - a);
    expect(itemAt(levels, 0) - itemAt(levels, 1)).toBeGreaterThan(20);
  }
});

test('settled knobs put the loudest peaks below the target by less than a step, where the range allows', () => {
  const quiet = setupNamed('kiln-rehearsed').parts.reduce((s, p) => {
    const knobs = catalogue.parts.get(p.class)!.knobs?.filter((k) => k.unit === 'dB') ?? [];
    return knobs.reduce((t, k) => turnKnob(t, p.id, k.id, k.min), s);
  }, setupNamed('kiln-rehearsed'));
  const peakOf = (s: Setup) =>
    Math.max(...judged(s).readings.channels.flatMap((c) => c.arrivals.map((a) => a.peakDbfs)));
  expect(peakOf(quiet)).toBeLessThan(-40);
  const settled = tuneKnobs(quiet, catalogue).setup;
  expect(peakOf(settled)).toBeLessThanOrEqual(-12);
  expect(peakOf(settled)).toBeGreaterThan(-24);
});

describe('swaps', () => {
  test.each(['lead', 'adapter', 'receiver', 'phone'])('in place of the %s: only what fits, and as promised', (part) => {
    const setup = setupNamed('kiln-first-try');
    const swaps = swapsFor(setup, part, demoDrawer, catalogue);
    for (const s of swaps) {
      expect(checkDocument(s.setup, catalogue)).toBeNull();
      expect(itemAt(judged(s.setup).verdicts, 0).status).toBe('pass');
      expect(gatesOf(s.setup)).toEqual(s.gates);
      const changed = s.setup.parts.filter((p, i) => p.class !== itemAt(setup.parts, i).class);
      expect(changed).toMatchObject([{ id: part, class: s.classId }]);
    }
  });
  test('the TRRS cable is offered for the straight one and changes what the phone sees', () => {
    const swaps = swapsFor(setupNamed('kiln-first-try'), 'lead', demoDrawer, catalogue);
    expect(swaps.find((s) => s.classId === 'lead-3-4')?.gates.seen).toBe('pass');
  });
});
