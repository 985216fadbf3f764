import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { itemAt } from '@/core/algorithms';
import { demoSetups } from '@/demo';
import { against, type Row } from './measure';

const there = (path: string) => fileURLToPath(new URL(`../../${path}`, import.meta.url));

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
      'symplex check of one setup, whole process',
      () => run(there('cli/symplex.mjs'), 'check', file),
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
  const size = [...wanted].reduce((sum, src) => sum + statSync(there(`build/files${src}.br`)).size, 0);
  console.error(`  script of the first route, compressed (brotli): ${(size / 1000).toFixed(0)} kB, goal 170 kB`);
}
