// Prints how quick the product is: medians, each as a ratio against a named reference measured in turns with it. Nothing asserts
// these. `npm run bench -- assess plan` runs some of it, `--json` prints rows as JSON.
import { availableParallelism, cpus } from 'node:os';
import { assessing } from './assessing';
import type { Row, Times } from './measure';
import { planning } from './planning';
import { starting } from './starting';
import { takes } from './takes';

const PARTS = { assess: assessing, plan: planning, take: takes, start: starting };
type Name = keyof typeof PARTS;

const asked = process.argv.slice(2).filter((a) => !a.startsWith('-'));
const unknown = asked.find((a) => !(a in PARTS));
if (unknown !== undefined) {
  console.error(`there is no "${unknown}" to measure: ${Object.keys(PARTS).join(', ')}`);
  process.exit(2);
}
const isJson = process.argv.includes('--json');
const machine = `${availableParallelism()} threads of ${cpus()[0]?.model.trim() ?? 'an unknown processor'}, node ${process.version}`;

const ms = ({ median, low, high }: Times) =>
  `${median.toFixed(median < 10 ? 2 : 0)} ms (${low.toFixed(low < 10 ? 2 : 0)} to ${high.toFixed(high < 10 ? 2 : 0)})`;

function tell({ what, times, reference, against, ratio, goal }: Row): void {
  const beside = against && ratio !== null ? `${ratio.toPrecision(3)} : ${reference}, ${ms(against)}` : '';
  console.log(`${what.padEnd(62)} ${ms(times).padEnd(30)} ${beside}${goal ? `  [goal: ${goal}]` : ''}`);
}

const rows: Row[] = [];
if (!isJson) console.log(`${machine}\nmedian (quarter to three quarters), ratio : reference\n`);
for (const name of asked.length > 0 ? (asked as Name[]) : (Object.keys(PARTS) as Name[])) {
  for await (const row of PARTS[name]()) {
    rows.push(row);
    if (!isJson) tell(row);
  }
}
if (isJson) console.log(JSON.stringify({ machine, rows }, null, 2));
