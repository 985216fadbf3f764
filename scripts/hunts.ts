import { chance, wellSetups } from '../tests/support/faults';
import {
  atRandom,
  calibrationOf,
  fromTheSource,
  huntIn,
  huntOf,
  placeAfter,
  type Ran,
  type Truth,
  truthsIn,
  twosIn,
} from '../tests/support/hunts';

// `npm run hunts`: faults put into setups that work, found again by somebody who answers right, and by one who is wrong
// once in ten. Prints what docs/mend.md holds.

const SETUPS = Number(process.argv[2] ?? 60);
const EACH = Number(process.argv[3] ?? 9);
const MOST = 10;
const PATIENT = 80;

const by = chance(17);
const all = wellSetups(2 * SETUPS).filter((_, i) => i % 2 === 0);
const ran: Record<string, Ran[]> = { ideal: [], forgetful: [], 'two at once': [] };
const effort: Record<string, number[]> = { 'next best': [], 'random order': [], 'from the source on': [] };
const isMendable = ({ keys }: Truth) => keys.every((k) => !k.startsWith('inside ') && !k.startsWith('replace '));
for (const setup of all) {
  const hunt = huntIn(setup);
  const truths = truthsIn(hunt, by, EACH);
  for (const truth of truths) {
    ran['ideal']!.push(huntOf(truth, { chance: by, wrong: 0, most: MOST }));
    ran['forgetful']!.push(huntOf(truth, { chance: by, wrong: 0.1, most: MOST }));
  }
  for (const two of twosIn(truths, by, 2)) ran['two at once']!.push(huntOf(two, { chance: by, wrong: 0, most: MOST }));
  const mendable = truths.filter(isMendable)[0];
  if (mendable) {
    const until = (choose?: typeof fromTheSource) =>
      huntOf(mendable, { chance: by, wrong: 0, most: PATIENT, ...(choose ? { choose } : {}) }).seconds;
    effort['next best']!.push(until());
    effort['random order']!.push(until(atRandom(by)));
    effort['from the source on']!.push(until(fromTheSource));
  }
}
const share = (rs: readonly Ran[], of: (r: Ran) => boolean) =>
  `${((100 * rs.filter(of).length) / rs.length).toFixed(0)} %`;
console.log(`${all.length} setups; after 4 tests the cause is`);
for (const [name, rs] of Object.entries(ran))
  console.log(
    name.padEnd(14),
    `${rs.length} faults`,
    `first ${share(rs, (r) => placeAfter(r) === 1)}`,
    `first three ${share(rs, (r) => placeAfter(r) <= 3)}`,
    `first five ${share(rs, (r) => placeAfter(r) <= 5)}`,
    `fixed within ${MOST} ${share(rs, (r) => r.mended)}`,
  );
const mean = (xs: readonly number[]) => xs.reduce((a, x) => a + x, 0) / xs.length;
console.log('seconds until it is right, of what a hand can put right:');
for (const [name, xs] of Object.entries(effort)) console.log(name.padEnd(20), mean(xs).toFixed(0));
for (const name of ['ideal', 'forgetful']) {
  const { bins, brier } = calibrationOf(ran[name]!.flatMap((r) => r.told));
  console.log(`${name}: Brier ${brier.toFixed(3)}`);
  for (const b of bins)
    console.log(`  ${b.from} to ${b.to}: ${b.n} told, ${b.n === 0 ? '-' : ((100 * b.so) / b.n).toFixed(0)} % so`);
}
