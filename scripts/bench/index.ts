// Prints how quick the product is, as ratios against named references measured in the same run. Nothing asserts these.

import { spawnSync } from 'node:child_process';
import {
  closeSync,
  existsSync,
  fstatSync,
  mkdtempSync,
  openSync,
  readFileSync,
  readSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { all, create } from 'mathjs';
import { itemAt } from '@/core/algorithms';
import { assess, mustAssess, report } from '@/core/assess';
import { causesOf } from '@/core/cause';
import { writeSpice } from '@/core/circuit';
import { compile } from '@/core/compile';
import { levelsOf, USUAL_WISH } from '@/core/levels';
import { mends } from '@/core/mend';
import type { Part, Setup } from '@/core/model';
import { plan } from '@/core/plan';
import { VOICE_RATE_HZ, voice } from '@/core/render';
import { THIRD_OCTAVES_HZ } from '@/core/signal';
import { takeReport } from '@/core/take';
import { readWav, writeWav } from '@/core/wav';
import { demoJobs, demoSetups } from '@/demo';
import { catalogue } from '@/tests/support/frozen';
import { largeDrawer, trialJobs } from '@/tests/support/trials';
import { stamp } from '../core/circuit/stamp';
import { ngspiceBatch } from '../tests/reference/ngspice';

const math = create(all ?? {});

function medianMs(runs: number, work: () => unknown): number {
  work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return itemAt(
    times.sort((a, b) => a - b),
    runs >> 1,
  );
}

const ms = (x: number) => `${x.toFixed(x < 10 ? 2 : 0)} ms`;
const line = (what: string, figure: string, bar: string) =>
  console.log(`${what.padEnd(58)} ${figure.padEnd(34)} ${bar}`);

const judge = (setup: Setup) => {
  const a = assess(setup, catalogue);
  if (!a.ok) throw new Error(a.problem.message);
};

// The largest demo setup, by elements of its netlist.
const sized = demoSetups.map((setup) => ({ setup, netlist: compile(setup, catalogue).netlist }));
const { setup, netlist } = itemAt(
  sized.sort((a, b) => b.netlist.elements.length - a.netlist.elements.length),
  0,
);
for (let i = 0; i < 100; i++) judge(setup);
const ours = medianMs(101, () => judge(setup));
const deck = writeSpice(netlist, { frequenciesHz: THIRD_OCTAVES_HZ }).text;
const spice = medianMs(15, () => ngspiceBatch(deck));
console.log(`largest demo setup: ${setup.id}, ${netlist.elements.length} elements\n`);
line('assess, whole', ms(ours), '');
line('ngspice -b on the same deck, whole', `${ms(spice)}: ${(spice / ours).toFixed(1)} x assess`, 'bar: 20 x');

/** The same equations at DC and 31 frequencies, by the registry's general dense solver. */
function dense(): void {
  const a = stamp(netlist);
  for (const hz of [0, ...THIRD_OCTAVES_HZ]) {
    const rows = Array.from({ length: a.size }, () => Array.from({ length: a.size }, () => math.complex(0, 0)));
    for (let e = 0; e < a.rows.length; e++) {
      itemAt(rows, itemAt(a.rows, e))[itemAt(a.cols, e)] = math.complex(
        itemAt(a.g, e),
        2 * Math.PI * hz * itemAt(a.c, e),
      );
    }
    const b = Array.from({ length: a.size }, (_, i) => math.complex(i === 0 ? 1 : 0, 0));
    // mathjs takes rows of complex numbers; its types know matrices of one kind only.
    math.lusolve(rows as never, b as never);
  }
}
// Once: it takes the better part of a minute on the largest.
const general = process.env['NO_DENSE']
  ? 1
  : (() => {
      const start = performance.now();
      dense();
      return performance.now() - start;
    })();
line(
  'lusolve of mathjs 15 (dense) on the same equations',
  `${ms(general)}: ${(general / ours).toFixed(1)} x assess`,
  'bar: 10 x',
);

// A knob's turn is judged and told in the other thread; the page then draws.
console.log();
for (const s of demoSetups) {
  const told = medianMs(41, () => {
    const a = assess(s, catalogue);
    if (a.ok) JSON.stringify(report(a.value));
  });
  line(`a knob's turn on ${s.id}: assessed and told`, ms(told), 'bar: a frame, 16.7 ms');
}
for (const s of demoSetups) {
  const start = performance.now();
  let first = 0;
  for (const l of levelsOf(s, catalogue, USUAL_WISH)) if (l && first === 0) first = performance.now() - start;
  line(`levels of ${s.id}: settings first, all windows`, `${ms(first)}, ${ms(performance.now() - start)}`, '');
}

// Why a setup fails, and what mends it: the first cause, all causes, all fixes.
console.log();
for (const s of demoSetups) {
  const before = mustAssess(s, catalogue);
  if (before.verdicts.every((v) => v.status !== 'fail')) continue;
  const causes = medianMs(5, () => {
    for (const _ of causesOf(s, catalogue, before)) void _;
  });
  let first = 0;
  const start = performance.now();
  for (const c of causesOf(s, catalogue, before)) if (c.length > 0 && first === 0) first = performance.now() - start;
  const whole = performance.now();
  for (const _ of mends(s, null, catalogue)) void _;
  line(
    `why ${s.id} fails: first cause, all causes, all fixes`,
    `${ms(first)}, ${ms(causes)} (${(causes / ours).toFixed(0)} x assess), ${ms(performance.now() - whole)}`,
    'goal: causes in 150 ms for ten parts',
  );
}

/** A lapel microphone through ever more couplers and leads. */
function longChain(parts: number): Setup {
  const middle: Part[] = Array.from({ length: parts - 2 }, (_, i) => ({
    id: `p${i}`,
    class: i % 2 === 0 ? 'coupler-3.5-3' : 'lead-3-3',
  }));
  const chain = [{ id: 'mic', class: 'lapel-3' }, ...middle];
  const ends = (p: Part) => (p.id === 'mic' ? ['plug', 'plug'] : ['a', 'b']);
  const joints = chain.slice(1).map((p, i) => ({
    id: `j${i}`,
    a: { part: itemAt(chain, i).id, port: itemAt(ends(itemAt(chain, i)), 1) },
    b: { part: p.id, port: 'a' },
  }));
  const { also: _, ...job } = setup.job;
  return {
    ...setup,
    job: { ...job, sources: job.sources.slice(0, 1), device: 'camera' },
    parts: [...chain, { id: 'camera', class: 'camera' }],
    joints,
    placements: [{ source: itemAt(setup.job.sources, 0).id, part: 'mic', distanceM: 0.2 }],
  };
}
console.log();
const sizes = [10, 30, 100, 300];
const grown = sizes.map((n) => medianMs(n > 100 ? 7 : 15, () => judge(longChain(n))));
for (const [i, n] of sizes.entries()) {
  line(
    `assess of a chain of ${n} parts`,
    `${ms(itemAt(grown, i))}: ${((1000 * itemAt(grown, i)) / n).toFixed(0)} us a part`,
    '',
  );
}
const power = Math.log(itemAt(grown, 3) / itemAt(grown, 0)) / Math.log(30);
line('growth from 10 to 300 parts', `n to the ${power.toFixed(2)}`, 'bar: near linear');

console.log();
for (const job of [...demoJobs, ...trialJobs]) {
  let first = 0;
  let count = 0;
  const whole = medianMs(5, () => {
    const start = performance.now();
    first = 0;
    for (const p of plan(job, largeDrawer, catalogue)) {
      if (first === 0 && p.answers.length > 0) first = performance.now() - start;
      count = p.routes.length;
    }
  });
  line(
    `plan ${job.name}, ${largeDrawer.parts.length}-part drawer, ${count} chains`,
    `first ${ms(first)}, all ${ms(whole)}`,
    'bars: 100 ms, 1000 ms',
  );
}

const page = new URL('../build/next/.next/server/app/index.html', import.meta.url);
if (existsSync(page)) {
  // Polyfills for browsers without modules are not loaded by others.
  const tags = [...readFileSync(page, 'utf8').matchAll(/<script([^>]*)\ssrc="([^"]+)"([^>]*)>/g)];
  const wanted = new Set(tags.filter(([, a, , b]) => !/nomodule/i.test(`${a}${b}`)).map((tag) => itemAt(tag, 2)));
  const size = [...wanted].reduce(
    (sum, src) => sum + gzipSync(readFileSync(new URL(`../build/files${src}`, import.meta.url))).length,
    0,
  );
  console.log();
  line('script of the first load of the main route, compressed', `${(size / 1000).toFixed(0)} kB`, 'bar: 230 kB');
}

/** An hour of two talkers, read from the disk over and over: all analyses, against ffmpeg's loudness filter alone. */
async function takes(): Promise<void> {
  const [pieceS, times] = [120, 30];
  const folder = mkdtempSync(join(tmpdir(), 'symplex-bench-'));
  const file = join(folder, 'piece.wav');
  const quiet = (seed: number) => voice(pieceS, seed).map((v, i) => 0.05 * v + 1e-4 * Math.sin(i * i));
  writeFileSync(file, writeWav(VOICE_RATE_HZ, [quiet(1), quiet(2)], 16));
  const descriptor = openSync(file, 'r');
  const header = 44;
  const data = fstatSync(descriptor).size - header;
  let most = 0;
  const bytes = {
    size: header + times * data,
    async read(at: number, length: number) {
      most = Math.max(most, process.memoryUsage().rss);
      const out = new Uint8Array(Math.min(length, header + times * data - at));
      for (let done = 0; done < out.length; ) {
        const from = at + done < header ? at + done : header + ((at + done - header) % data);
        const until = at + done < header ? header : header + data;
        const n = readSync(descriptor, out, done, Math.min(out.length - done, until - from), from);
        done += n;
      }
      // The header of the piece says how long the piece is: here it is never finished, so all that is there is read.
      if (at <= 40 && at + length > 40) out.fill(255, Math.max(0, 40 - at), Math.min(out.length, 44 - at));
      return out;
    },
  };
  const sound = await readWav(bytes);
  if (!sound.ok) throw new Error(sound.problem);
  const before = process.memoryUsage().rss;
  const start = performance.now();
  const report = await takeReport(sound.value);
  const ours = performance.now() - start;
  closeSync(descriptor);
  const minutes = report.seconds / 60;
  const began = performance.now();
  const args = [
    '-hide_banner',
    '-nostats',
    '-stream_loop',
    String(times - 1),
    '-i',
    file,
    '-af',
    'ebur128=framelog=verbose',
  ];
  const ran = spawnSync('ffmpeg', [...args, '-f', 'null', '-']);
  const theirs = performance.now() - began;
  rmSync(folder, { recursive: true, force: true });
  const against = ran.error ? 'ffmpeg is not here' : `${(ours / theirs).toFixed(1)} x ffmpeg's ${ms(theirs)}`;
  line(`a stereo take of ${minutes.toFixed(0)} min, all analyses`, `${ms(ours)}, ${against}`, 'bar: 3 x');
  const grown = Math.max(0, most - before);
  const all = `${(most / 1e6).toFixed(0)} MB in all, ${(grown / 1e6).toFixed(0)} more than before`;
  line('memory meanwhile, at most', all, 'bar: 200 MB more');
}
await takes();
