import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { report } from '@/core/assess';
import { type KnobSpec, knobAt, type Setup, turnKnob } from '@/core/model';
import { assessed } from '../support/bench-setup';
import { randomSetup } from '../support/random-setup';

// What must stay or move in step when a setup is changed in a way whose effect physics gives at once: no figure is needed.

const judged = (setup: Setup) => report(assessed(setup));
type Told = ReturnType<typeof judged>;
const arrivals = (t: Told) => t.channels.flatMap((c) => c.arrivals);
/** Far enough above the rounding of the solver to be compared: 100 dB below a volt. */
const LOUD_DBU = -100;

const everywhere = (numRuns: number, check: (setup: Setup) => void) =>
  fc.assert(fc.property(randomSetup, check), { numRuns, seed: 99 });

describe('linear: a louder voice is louder everywhere by as much', () => {
  test('6 dB at the mouth are 6 dB at every channel and 6 dB less headroom at every stage', () => {
    everywhere(150, (setup) => {
      const source = itemAt(setup.job.sources, 0);
      const louder = { ...setup, job: { ...setup.job, sources: [{ ...source, splAt1m: source.splAt1m + 6 }] } };
      const [a, b] = [judged(setup), judged(louder)];
      arrivals(a).forEach((x, i) => {
        if (x.averageDbu !== null && x.averageDbu > LOUD_DBU)
          expect(itemAt(arrivals(b), i).averageDbu! - x.averageDbu).toBeCloseTo(6, 6);
      });
      a.stages.forEach((s, i) => {
        if (s.averageDbu !== null && s.averageDbu > LOUD_DBU)
          expect(s.headroomDb! - itemAt(b.stages, i).headroomDb!).toBeCloseTo(6, 6);
      });
      // Noise does not hear the voice.
      a.channels.forEach((c, i) => {
        expect(itemAt(b.channels, i).noiseVolt).toBe(c.noiseVolt);
      });
    });
  });
  test('half the distance is 6 dB more, as for a point source', () => {
    everywhere(100, (setup) => {
      const far = { ...setup, placements: setup.placements.map((p) => ({ ...p, distanceM: 0.8 })) };
      const near = { ...setup, placements: setup.placements.map((p) => ({ ...p, distanceM: 0.4 })) };
      const [a, b] = [judged(far), judged(near)];
      arrivals(a).forEach((x, i) => {
        if (x.averageDbu !== null && x.averageDbu > LOUD_DBU)
          expect(itemAt(arrivals(b), i).averageDbu! - x.averageDbu).toBeCloseTo(6.02, 2);
      });
    });
  });
});

describe('what cannot matter does not', () => {
  const sameVerdicts = (setup: Setup, other: Setup) => {
    const [a, b] = [judged(setup), judged(other)];
    a.verdicts.forEach((v, i) => {
      expect(itemAt(b.verdicts, i).status, v.gate).toBe(v.status);
      if (v.value !== null && Math.abs(v.value) < 150)
        expect(itemAt(b.verdicts, i).value, v.gate).toBeCloseTo(v.value, 4);
    });
  };
  test('which side of a connection is written first', () => {
    everywhere(150, (setup) =>
      sameVerdicts(setup, { ...setup, joints: setup.joints.map((j) => ({ ...j, a: j.b, b: j.a })) }),
    );
  });
  test('what parts are called', () => {
    everywhere(60, (setup) => {
      const renamed = (id: string) => (id === 'host' ? id : `zz-${id}`);
      sameVerdicts(setup, {
        ...setup,
        parts: setup.parts.map((p) => ({ ...p, id: renamed(p.id) })),
        joints: setup.joints.map((j) => ({
          ...j,
          a: { ...j.a, part: renamed(j.a.part) },
          b: { ...j.b, part: renamed(j.b.part) },
        })),
        placements: setup.placements.map((p) => ({ ...p, part: renamed(p.part) })),
      });
    });
  });
  test('a cable that lies beside the setup, plugged into nothing', () => {
    everywhere(100, (setup) =>
      sameVerdicts(setup, { ...setup, parts: [...setup.parts, { id: 'idle', class: 'lead-xlr' }] }),
    );
  });
});

test('a gain knob of the recorded input moves full scale by as much, and nothing before it', () => {
  let moved = 0;
  everywhere(400, (setup) => {
    const a = judged(setup);
    const part = setup.parts.find((p) => p.id === a.channels[0]?.part);
    const partClass = part && catalogue.parts.get(part.class)!;
    const input = partClass?.circuit.find((e) => e.is === 'input' && e.id === itemAt(a.channels, 0).input);
    const knobName =
      input?.is === 'input' ? input.gainDb.find((q) => typeof q === 'string' && q.startsWith('knob:')) : null;
    const knob = partClass?.knobs?.find((k) => `knob:${k.id}` === knobName);
    if (!part || !partClass || !knob) return;
    const from = knobAt(part, partClass, knob.id);
    const to = stepAway(knob, from);
    const b = judged(turnKnob(setup, part.id, knob.id, to));
    if (b.channels[0]?.part !== part.id) return;
    expect(itemAt(a.channels, 0).fullScaleDbu - b.channels[0].fullScaleDbu).toBeCloseTo(to - from, 9);
    // What is heard at its own headphones comes from behind the gain.
    const ears = partClass.ports.filter((p) => p.flow === 'monitor').map((p) => p.id);
    const behind = setup.joints.filter((j) => [j.a, j.b].some((r) => r.part === part.id && ears.includes(r.port)));
    const before = (r: typeof a) => r.joints.filter((j) => !behind.some((k) => k.id === j.joint));
    expect(rounded(before(b))).toEqual(rounded(before(a)));
    moved += 1;
  });
  expect(moved).toBeGreaterThan(50);
});

/** To six digits and a nanovolt: what follows the gain moves the last ones of the solution. */
const rounded = (x: unknown): unknown =>
  JSON.parse(
    JSON.stringify(x, (_, v) => (typeof v === 'number' ? (Math.abs(v) < 1e-9 ? 0 : Number(v.toPrecision(6))) : v)),
  );

const stepAway = ({ min, max, step }: KnobSpec, from: number): number =>
  from + step <= max ? from + step : Math.max(min, from - step);
