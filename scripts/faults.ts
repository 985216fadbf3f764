// Puts faults of every kind into many working setups and prints how they are told and mended, and what is not:
// npm run faults -- [setups]
import { chance, faultsThatBite, injected, type Outcome, pairOf, tableOf, wellSetups } from '../tests/support/faults';

const well = wellSetups(Number(process.argv[2] ?? 300));
const pick = chance(7);
const outcomes: Outcome[] = well.flatMap((s) => faultsThatBite(s, pick).map((f) => injected(s, f)));
console.log(`${well.length} working setups, ${outcomes.length} faults put in\n\n${tableOf(outcomes)}`);
const pairs = well.flatMap((s) => pairOf(s, pick) ?? []);
console.log(`\npairs: both among the first three in ${pairs.filter((p) => p.both).length} of ${pairs.length}`);
for (const o of outcomes.filter((x) => x.rank !== 1 || !x.mended)) {
  console.log(
    `\n${o.kind}, told at ${o.rank ?? 'no'} place, ${o.mended ? 'mended' : 'NOT MENDED'}: ${JSON.stringify(o.fault)}`,
  );
  console.log(`  ${o.setup.parts.map((p) => p.class).join(' | ')}\n  said: ${o.first}\n  fix: ${o.mend}`);
}
