import fc from 'fast-check';
import { itemAt } from '@/core/algorithms';
import { freePorts, plugIn, portsFit } from '@/core/change';
import { FORMAT_VERSION, type KnobSpec, type Part, type Setup } from '@/core/model';
import { atHome } from '@/tests/support/bench-setup';
import { catalogue } from '@/tests/support/frozen';

const classes = [...catalogue.parts.values()];
const hosts = classes.filter((c) => c.host);
const others = classes.filter((c) => !c.host);

/** One more part on the bench: which class, by which of its ports, into which free port, how far out, knobs anywhere. */
interface Addition {
  readonly classAt: number;
  readonly portAt: number;
  readonly holeAt: number;
  readonly outMm: number;
  readonly turns: readonly number[];
}

const addition: fc.Arbitrary<Addition> = fc.record({
  classAt: fc.nat(others.length - 1),
  portAt: fc.nat(20),
  holeAt: fc.nat(20),
  outMm: fc.oneof(
    { weight: 4, arbitrary: fc.constant(0) },
    { weight: 1, arbitrary: fc.constantFrom(0.7, 2, 3.2, 6, 11) },
  ),
  turns: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 4, maxLength: 4 }),
});

const positionOf = ({ min, max, step }: KnobSpec, share: number): number =>
  min + step * Math.round((share * (max - min)) / step);

/** A device on the bench with nothing plugged, and one voice that nothing hears yet. */
const bare = (device: string, app: string): Setup => ({
  format: 'symplex.setup',
  version: FORMAT_VERSION,
  id: 'random',
  name: 'Random',
  job: atHome(catalogue, {
    format: 'symplex.job',
    version: FORMAT_VERSION,
    id: 'random',
    name: 'Random',
    purpose: 'record',
    sources: [{ id: 'voice', name: 'Voice', splAt1m: 60 }],
    arrangement: 'one',
    device,
    app,
    minutes: 60,
    hearing: 'myself',
    place: 'desk-mains',
    distanceM: 1,
    budget: null,
  }),
  parts: [{ id: 'host', class: device }],
  joints: [],
  placements: [],
  chosenInput: 'newest',
});

/** A setup that anybody could plug together: parts put into whatever hole they go into, sensible or not. */
export const randomSetup: fc.Arbitrary<Setup> = fc
  .record({
    host: fc.constantFrom(...hosts.map((h) => h.id)),
    app: fc.constantFrom(...catalogue.apps.keys()),
    additions: fc.array(addition, { minLength: 1, maxLength: 9 }),
    distanceM: fc.double({ min: 0.02, max: 3, noNaN: true }),
  })
  .map(({ host, app, additions, distanceM }) => {
    let setup = bare(host, app);
    additions.forEach(({ classAt, portAt, holeAt, outMm, turns }, i) => {
      const c = itemAt(others, classAt);
      const port = itemAt(c.ports, portAt % c.ports.length);
      const holes = freePorts(setup, catalogue).filter((h) => portsFit(port, h.port));
      const knobs = Object.fromEntries(
        (c.knobs ?? []).map((k, n) => [k.id, positionOf(k, itemAt(turns, n % turns.length))]),
      );
      const part: Part = { id: `p${i}`, class: c.id, knobs };
      const hole = holes[holeAt % Math.max(1, holes.length)];
      const joint = hole && {
        id: `j${i}`,
        a: { part: part.id, port: port.id },
        b: { part: hole.part, port: hole.port.id },
        ...(outMm > 0 ? { outMm } : {}),
      };
      const hears = c.circuit.some((e) => e.is === 'capsule');
      setup = {
        ...setup,
        parts: [...setup.parts, part],
        joints: joint ? [...setup.joints, joint] : setup.joints,
        placements: hears ? [...setup.placements, { source: 'voice', part: part.id, distanceM }] : setup.placements,
      };
    });
    return setup;
  });

/** Figures at the ends of what is possible, and between; most are refused for most units. */
const figure = fc.oneof(
  fc.constantFrom(-200, -120, -1, 0, 1e-13, 1e-9, 1e-6, 1e-3, 0.1, 1, 100, 120, 300, 500, 1e3, 1e5, 1e6, 1e9),
  fc.double({ min: 0, max: 1000, noNaN: true }),
);

/** A random setup whose owner has written some figures of his own, possible or not. */
export const setupWithOwnFigures: fc.Arbitrary<Setup> = fc
  .tuple(randomSetup, fc.array(fc.tuple(fc.nat(30), fc.nat(60), figure), { minLength: 1, maxLength: 4 }))
  .map(([setup, picks]) => {
    const parts = setup.parts.map((p) => ({ ...p, values: {} as Record<string, number> }));
    for (const [which, name, value] of picks) {
      const part = itemAt(parts, which % parts.length);
      const names = Object.keys(catalogue.parts.get(part.class)!.values);
      part.values[itemAt(names, name % names.length)] = value;
    }
    return { ...setup, parts };
  });

const digital = classes.filter((c) => (c.usb && !c.host) || c.kind === 'power');
const digitalHosts = hosts.filter((c) => c.usb);

/** A device with a random tree of USB pieces, leads, hubs and chargers on it. */
export const randomTree: fc.Arbitrary<Setup> = fc
  .record({
    host: fc.constantFrom(...digitalHosts.map((h) => h.id)),
    picks: fc.array(fc.record({ what: fc.nat(1000), hole: fc.nat(20) }), { minLength: 2, maxLength: 14 }),
  })
  .map(({ host, picks }) => {
    let setup = bare(host, 'studio');
    picks.forEach(({ what, hole }, i) => {
      const holes = freePorts(setup, catalogue).filter((h) => ['usb', 'power', 'headset'].includes(h.port.carries));
      const to = holes[hole % Math.max(1, holes.length)];
      const fitting = to ? digital.filter((c) => c.ports.some((p) => portsFit(p, to.port))) : [];
      if (!to || fitting.length === 0) return;
      const c = itemAt(fitting, what % fitting.length);
      setup = plugIn(setup, catalogue, to, { id: `p${i}`, class: c.id }, 'studio') ?? setup;
    });
    return setup;
  });
