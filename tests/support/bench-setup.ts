import { catalogue } from '@/catalogue';
import { pairOf } from '@/core/algorithms';
import { type Assessment, mustAssess } from '@/core/assess';
import { type Headline, headline } from '@/core/cause';
import type { GateName, Verdict } from '@/core/gates';
import { mends, type Standing } from '@/core/mend';
import {
  type Catalogue,
  checkDocument,
  type Drawer,
  FORMAT_VERSION,
  type Job,
  movedTo,
  type Part,
  type Setup,
} from '@/core/model';
import { catalogue as frozen } from './frozen';

/** A setup in a few words: parts by id, joints as 'part.port > part.port', microphones with distances. */
export interface Sketch {
  readonly job?: Partial<Job>;
  readonly device: string;
  readonly parts: Readonly<Record<string, string | Omit<Part, 'id'>>>;
  readonly joints: readonly (string | readonly [string, number])[];
  /** Distance of the voice by microphone; the n-th microphone hears the n-th voice. */
  readonly hears: Readonly<Record<string, number>>;
  readonly chosenInput?: Setup['chosenInput'];
}

/** A job in apps that its devices have. */
export const atHome = (classes: Catalogue, job: Job): Job => ({
  ...movedTo(job, job.device, classes),
  ...(job.also ? { also: job.also.map((d) => movedTo(d, d.device, classes)) } : {}),
});

/** Make a setup of a sketch; `device` is both the part id and its class. */
export function sketch(
  { job, device, parts, joints, hears, chosenInput = 'newest' }: Sketch,
  classes: Catalogue = catalogue,
): Setup {
  const microphones = Object.entries(hears);
  const setup: Setup = {
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id: 'sketch',
    name: 'Sketch',
    // A camera or recorder has its own record mode, whatever else is said.
    job: atHome(classes, {
      format: 'symplex.job',
      version: FORMAT_VERSION,
      id: 'job',
      name: 'Job',
      purpose: 'record',
      sources: microphones.map((_, i) => ({ id: `v${i + 1}`, name: `Voice ${i + 1}`, splAt1m: 60 })),
      arrangement: 'one',
      device,
      app: 'recorder-picker',
      minutes: 60,
      hearing: 'nothing',
      place: 'desk-mains',
      distanceM: 1,
      budget: null,
      ...job,
    }),
    parts: [
      ...Object.entries(parts).map(([id, p]) => (typeof p === 'string' ? { id, class: p } : { id, ...p })),
      { id: device, class: device },
      ...(job?.also ?? []).map((d) => ({ id: d.device, class: d.device })),
    ],
    joints: joints.map((j, i) => {
      const [text, outMm] = typeof j === 'string' ? [j, 0] : j;
      const [a, b] = pairOf(
        text.split(' > ').map((end) => {
          const dot = end.indexOf('.');
          return { part: end.slice(0, dot), port: end.slice(dot + 1) };
        }),
      );
      return { id: `j${i + 1}`, a, b, ...(outMm > 0 ? { outMm } : {}) };
    }),
    placements: microphones.map(([part, distanceM], i) => ({ source: `v${i + 1}`, part, distanceM })),
    chosenInput,
  };
  const problem = checkDocument(setup, classes);
  if (problem) throw new Error(`${problem.pointer}: ${problem.message}`);
  return setup;
}

/** The simplest digital line: a lapel microphone with a USB-C plug in a tablet. */
export const usbMic = (app: string, more: Partial<Sketch> = {}): Setup =>
  sketch({
    job: { app },
    device: 'tablet-usb-c',
    parts: { mic: 'lapel-usb-c' },
    joints: ['mic.usb > tablet-usb-c.usb'],
    hears: { mic: 0.2 },
    ...more,
  });

/** Two microphones into the two inputs of one box at a laptop. */
export const twoInABox = (app: string, more: Partial<Sketch> = {}): Setup =>
  sketch({
    job: { app, arrangement: 'side-each' },
    device: 'laptop-headphones-only',
    parts: {
      one: 'dynamic-handheld',
      two: 'dynamic-handheld',
      x: 'lead-xlr',
      y: 'lead-xlr',
      box: { class: 'interface-usb-2', knobs: { gain1: 50, gain2: 50 } },
      usb: 'lead-usb-a-c',
    },
    joints: [
      'one.xlr > x.a',
      'two.xlr > y.a',
      'x.b > box.in1',
      'y.b > box.in2',
      'box.usb > usb.b',
      'usb.a > laptop-headphones-only.usb',
    ],
    hears: { one: 0.1, two: 0.1 },
    ...more,
  });

/** Assess a setup, some of its parts made different. */
export function assessed(
  setup: Setup,
  different: Readonly<Record<string, Partial<Part>>> = {},
  by: Catalogue = catalogue,
): Assessment {
  return mustAssess({ ...setup, parts: setup.parts.map((p) => ({ ...p, ...different[p.id] })) }, by);
}

export const gate = (a: Assessment, name: GateName): Verdict => a.byGate[name];

/** What is said first of a setup, why it is ill and what would mend it, once all has been tried. */
export function toldOf(setup: Setup, drawer: Drawer | null = null): Standing & { readonly first: Headline } {
  const standing = [...mends(setup, drawer, frozen)].at(-1)!;
  return { ...standing, first: headline(mustAssess(setup, catalogue).verdicts, standing.causes) };
}

/** A lapel microphone straight into a socket. */
export const lapel = (device: string, port = 'socket', more: Partial<Sketch> = {}): Sketch => ({
  device,
  parts: { mic: 'lapel-4' },
  joints: [`mic.plug > ${device}.${port}`],
  hears: { mic: 0.2 },
  ...more,
});

/** A microphone through an interface with one input on a tablet. */
export const boxed = (mic: string, box: Record<string, number>): Sketch => ({
  device: 'tablet-usb-c',
  parts: { mic, lead: 'lead-xlr', box: { class: 'interface-usb-1', knobs: box }, usb: 'lead-usb-c-c' },
  joints: ['mic.xlr > lead.a', 'lead.b > box.in1', 'box.usb > usb.b', 'usb.a > tablet-usb-c.usb'],
  hears: { mic: 0.3 },
});
