import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { itemAt } from '@/core/algorithms';
import { demoSetups } from '@/demo';
import { against, type Row } from './measure';

/** The bench is run at the root of the repository. */
const there = (path: string) => resolve(path);

/** What is very small is not compressed. */
const sizeOf = (src: string): number => {
  const file = there(`build/files${src}`);
  return statSync(existsSync(`${file}.br`) ? `${file}.br` : file).size;
};

/** Whole processes of the command, and what the browser has to fetch before the first screen. */
export async function* starting(): AsyncGenerator<Row> {
  const folder = mkdtempSync(join(tmpdir(), 'symplex-bench-'));
  try {
    const file = join(folder, 'setup.json');
    writeFileSync(file, JSON.stringify(itemAt(demoSetups, 0)));
    const run = (...args: readonly string[]) => {
      const ran = spawnSync(process.execPath, args);
      if (ran.error) throw ran.error;
    };
    yield await against(
      'symplex check of one setup, as packed, whole process',
      () => run(there('cli/dist/start.js'), 'check', file),
      'node -e 0',
      () => run('-e', '0'),
      { runs: 9, goal: '3 times' },
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  const page = there('build/next/.next/server/app/index.html');
  if (!existsSync(page)) return;
  // Polyfills for browsers without modules are not loaded by others.
  const tags = [...readFileSync(page, 'utf8').matchAll(/<script([^>]*)\ssrc="([^"]+)"([^>]*)>/g)];
  const wanted = new Set(tags.filter(([, a, , b]) => !/nomodule/i.test(`${a}${b}`)).map((tag) => itemAt(tag, 2)));
  const size = [...wanted].reduce((sum, src) => sum + sizeOf(src), 0);
  console.error(`  script of the first route, compressed (brotli): ${(size / 1000).toFixed(0)} kB, goal 170 kB`);
}
