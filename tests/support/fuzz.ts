import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { assess, report } from '@/core/assess';
import { mends } from '@/core/mend';
import { type Document, type Setup, writeDocument } from '@/core/model';
import { plan } from '@/core/plan';
import { readDocument } from '@/core/read';
import { analyse } from '@/core/take';
import { bytesOf, readWav, writeWav } from '@/core/wav';
import { demoDrawer, demoJobs, demoSetups } from '@/demo';

/** What one file came to. */
export interface Fuzzed {
  readonly name: string;
  readonly let: 'in' | 'refused';
  /** What should not have been: something thrown, a number that is none, a refusal without words. */
  readonly fault: string | null;
  readonly ms: number;
}

type Random = () => number;
const pick = <T>(random: Random, from: readonly T[]): T => itemAt(from, Math.floor(random() * from.length));

/** Values as people, other programs and accidents write them. */
const ODD: readonly unknown[] = [
  null,
  true,
  0,
  -0,
  -1,
  1e-308,
  1e308,
  -1e9,
  0.5,
  3,
  '',
  'x',
  '__proto__',
  'constructor',
  '\u0000',
  '\ud800',
  'x'.repeat(100_000),
  [],
  {},
  [[[[]]]],
  '2026-02-31',
  'newest',
];

/** Every place in a document, as the container and the key in it. */
function placesIn(value: unknown, out: [Record<string, unknown>, string][] = []): [Record<string, unknown>, string][] {
  if (typeof value !== 'object' || value === null) return out;
  for (const key of Object.keys(value)) {
    out.push([value as Record<string, unknown>, key]);
    placesIn((value as Record<string, unknown>)[key], out);
  }
  return out;
}

const DOCUMENTS: readonly Document[] = [
  ...demoSetups,
  ...demoJobs,
  demoDrawer,
  {
    format: 'symplex.bundle',
    version: itemAt(demoSetups, 0).version,
    setups: demoSetups,
    jobs: demoJobs,
    drawers: [demoDrawer],
  },
];

/** The text of a document with one to five things done to it that nobody should do. */
export function spoiltDocument(random: Random): string {
  const draft: unknown = JSON.parse(writeDocument(pick(random, DOCUMENTS)));
  for (let n = 1 + Math.floor(random() * 5); n > 0; n--) {
    const places = placesIn(draft);
    const [at, key] = pick(random, places);
    const [from, other] = pick(random, places);
    switch (Math.floor(random() * 6)) {
      case 0:
        delete at[key];
        break;
      case 1:
        at[key] = pick(random, ODD);
        break;
      case 2:
        // Something else of the same document in its place: ids and classes that exist, where they do not belong.
        at[key] = structuredClone(from[other]);
        break;
      case 3:
        if (typeof at[key] === 'number') at[key] = (at[key] as number) * pick(random, [0, -1, 1e-6, 1e6, 1.0001]);
        else if (Array.isArray(at[key])) at[key] = [...(at[key] as unknown[]), ...(at[key] as unknown[])];
        break;
      case 4:
        if (Array.isArray(at[key])) (at[key] as unknown[]).reverse();
        else if (typeof at[key] === 'string') at[key] = `${at[key]}${pick(random, ['2', ' ', '-', 'é'])}`;
        break;
      default:
        at[pick(random, ['extra', 'was', 'session', 'name', key])] = pick(random, ODD);
    }
  }
  const text = JSON.stringify(draft);
  // Now and then the file itself is damaged.
  if (random() > 0.1) return text;
  const cut = Math.floor(random() * text.length);
  return random() < 0.5
    ? text.slice(0, cut)
    : `${text.slice(0, cut)}${pick(random, ['\u0000', '"', '}', ','])}${text.slice(cut + 1)}`;
}

/** The clock runs: what a file came to is told with the time it took. */
function begin(name: string): (letIn: Fuzzed['let'], fault: string | null) => Fuzzed {
  const begun = performance.now();
  return (letIn, fault) => ({ name, let: letIn, fault, ms: performance.now() - begun });
}

/** So many steps of a search are taken: that it stops is for its own tests. */
const STEPS = 3;

/** Read, judge, seek fixes and chains as far as the first steps, and write again. */
export function tryDocument(name: string, text: string): Fuzzed {
  const done = begin(name);
  try {
    const read = readDocument(text, catalogue);
    if (!read.ok) return done('refused', read.problem.message.length > 5 ? null : 'refused without words');
    const again = readDocument(writeDocument(read.value), catalogue);
    if (!again.ok) return done('in', `written, it is refused: ${again.problem.pointer} ${again.problem.message}`);
    const setups = setupsOf(read.value);
    for (const s of setups) {
      const assessed = assess(s, catalogue);
      if (!assessed.ok) return done('in', assessed.problem.message);
      const bad = noNumber(report(assessed.value));
      if (bad) return done('in', bad);
      firstSteps(mends(s, null, catalogue));
    }
    if (read.value.format === 'symplex.job') firstSteps(plan(read.value, demoDrawer, catalogue));
    return done('in', null);
  } catch (e) {
    return done('in', e instanceof Error ? `${e.message} ${e.stack?.split('\n')[1] ?? ''}` : String(e));
  }
}

const setupsOf = (d: Document): readonly Setup[] =>
  d.format === 'symplex.setup' ? [d] : d.format === 'symplex.bundle' ? d.setups.slice(0, 1) : [];

function firstSteps(steps: Iterator<unknown>): void {
  for (let i = 0; i < STEPS && !steps.next().done; i++);
}

/** Of a channel that holds nothing, the level is minus infinity, and so is what is compared with it. */
const MAY_BE_NOTHING = /\/(peakDbfs|rmsDbfs|truePeakDbtp|balanceDb)$/;

/** The place of a number that is none. */
function noNumber(value: unknown, at = ''): string | null {
  if (typeof value === 'number') {
    const isNothing = Math.abs(value) === Number.POSITIVE_INFINITY && MAY_BE_NOTHING.test(at);
    return Number.isFinite(value) || isNothing ? null : `${at} is ${value}`;
  }
  if (typeof value === 'string') return /\bNaN\b|Infinity|undefined/.test(value) ? `${at} says "${value}"` : null;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, inner] of Object.entries(value)) {
    const bad = noNumber(inner, `${at}/${key}`);
    if (bad) return bad;
  }
  return null;
}

/** A WAV of a moment, with bytes of it changed, cut off or blown up. */
export function spoiltWav(random: Random): Uint8Array {
  const frames = 200 + Math.floor(random() * 4000);
  const tone = new Float32Array(frames).map((_, i) => 0.3 * Math.sin(i / (2 + random())));
  const rate = pick(random, [8000, 44_100, 48_000, 96_000]);
  const bytes = Uint8Array.from(writeWav(rate, random() < 0.5 ? [tone] : [tone, tone]));
  // The header is where it matters: half of what is changed is changed there.
  for (let n = Math.floor(random() * 8); n > 0; n--) {
    const at = Math.floor(random() * (random() < 0.5 ? 48 : bytes.length));
    bytes[at] = pick(random, [0, 1, 0x7f, 0x80, 0xff, Math.floor(random() * 256)]);
  }
  const way = random();
  if (way < 0.2) return bytes.slice(0, Math.floor(random() * bytes.length));
  if (way < 0.3) return Uint8Array.from([...bytes.slice(0, 12 + Math.floor(random() * 40)), ...new Uint8Array(50_000)]);
  if (way < 0.4) return Uint8Array.from([...bytes, ...bytes]);
  return bytes;
}

/** Read and measure, block by block, to its end. */
export async function tryWav(name: string, bytes: Uint8Array): Promise<Fuzzed> {
  const done = begin(name);
  try {
    const read = await readWav(bytesOf(bytes));
    if (!read.ok) return done('refused', read.problem.length > 5 ? null : 'refused without words');
    for await (const step of analyse(read.value)) {
      if (!step.done) continue;
      const bad = noNumber(step.report);
      return done('in', bad);
    }
    return done('in', 'it was never measured to its end');
  } catch (e) {
    return done('in', e instanceof Error ? `${e.message} ${e.stack?.split('\n')[1] ?? ''}` : String(e));
  }
}
