// Checks the classes of catalogue/ and writes them as one typed module, so that the app loads what was found to be right and
// nothing has to be checked or cast there. Runs before build, dev and tests; the result is not kept in git.
import { mkdirSync, writeFileSync } from 'node:fs';
import { problemText } from '@/core/classes';
import { readClasses } from './read-classes';

const built = readClasses();
if (!built.ok) {
  for (const p of built.problem) console.error(`catalogue/${problemText(p)}`);
  console.error(`The catalogue has ${built.problem.length} faults; nothing was written.`);
  process.exit(1);
}
const out = new URL('../catalogue/generated/', import.meta.url);
mkdirSync(out, { recursive: true });
const { parts, apps, cells } = built.value;
const text = Object.entries({ parts, apps, cells })
  .map(([name, list]) => `export const ${name} = JSON.parse(${JSON.stringify(JSON.stringify(list))});\n`)
  .join('');
writeFileSync(new URL('classes.js', out), text);
writeFileSync(
  new URL('classes.d.ts', out),
  `import type { AppClass, CellClass, PartClass } from '@/core/model';
export declare const parts: readonly PartClass[];
export declare const apps: readonly AppClass[];
export declare const cells: readonly CellClass[];
`,
);
