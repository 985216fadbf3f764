// Thousands of spoilt documents and takes in one process: npm run fuzz [-- --documents N --takes N --seed S]
import { parseArgs } from 'node:util';
import { chance } from '@/core/render';
import { type Fuzzed, spoiltDocument, spoiltWav, tryDocument, tryWav } from '../tests/support/fuzz';

const { values } = parseArgs({
  options: {
    documents: { type: 'string', default: '3000' },
    takes: { type: 'string', default: '1000' },
    seed: { type: 'string', default: String(Date.now() % 1e6) },
  },
});
const seed = Number(values.seed);
/** Nothing that was let in or refused may take longer: a guard against what never ends. */
const MOST_MS = 20_000;

const all: Fuzzed[] = [];
const show = (f: Fuzzed) => {
  all.push(f);
  if (f.fault) process.stdout.write(`\n${f.name}: ${f.fault}\n`);
  if (f.ms > MOST_MS) process.stdout.write(`\n${f.name}: took ${(f.ms / 1000).toFixed(1)} s\n`);
  if (all.length % 250 === 0) process.stdout.write(` ${all.length}`);
};

process.stdout.write(`seed ${seed}:`);
// Each file has a seed of its own: one that is wrong can be made again alone.
for (let i = 0; i < Number(values.documents); i++) {
  show(tryDocument(`document ${seed + i}`, spoiltDocument(chance(seed + i))));
}
for (let i = 0; i < Number(values.takes); i++) {
  show(await tryWav(`take ${seed + i}`, spoiltWav(chance(seed + i))));
}

const faults = all.filter((f) => f.fault || f.ms > MOST_MS);
const slowest = all.reduce((s, f) => (f.ms > s.ms ? f : s));
const inside = all.filter((f) => f.let === 'in').length;
console.log(`
${all.length} files: ${inside} let in, ${all.length - inside} refused; ${faults.length} wrong
slowest: ${slowest.name}, ${(slowest.ms / 1000).toFixed(1)} s; memory ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`);
process.exitCode = faults.length > 0 ? 1 : 0;
