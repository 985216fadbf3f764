// Kills the browser while somebody edits, and looks at what is left: npm run soak [-- --kills 200 --screens line,levels]

import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { By, Key, type WebDriver } from 'selenium-webdriver';
import { catalogue } from '@/catalogue';
import { itemAt, pairOf } from '@/core/algorithms';
import { readDocument } from '@/core/read';
import { chance } from '@/core/render';
import { writeWav } from '@/core/wav';
import { demoSetups } from '@/demo';
import { UNDO_STEPS } from '@/store';
import { openBrowser, serve } from '../tests/support/page';
import { Walk } from '../tests/support/walk';

const SCREENS = ['line', 'levels', 'drawer', 'files', 'check'] as const;
type Screen = (typeof SCREENS)[number];

const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '200' },
    screens: { type: 'string', default: SCREENS.join(',') },
    seed: { type: 'string', default: String(Date.now() % 1e6) },
  },
});
const kills = Number(values.kills);
const screens = values.screens.split(',').filter((s): s is Screen => (SCREENS as readonly string[]).includes(s));
const random = chance(Number(values.seed));
const upTo = (n: number): number => Math.floor(random() * n);

interface Kept {
  readonly setups: readonly { readonly id: string }[];
  readonly jobs: readonly { readonly id: string }[];
  readonly drawers: readonly { readonly id: string }[];
  readonly steps: readonly {
    readonly seq: number;
    readonly undone: 0 | 1;
    readonly changes: readonly { kind: string; id: string; before: unknown; after: unknown }[];
  }[];
  readonly takes: readonly { readonly id: string; readonly size: number }[];
}

/** All that lies in the browser, in one transaction. */
const keptIn = (driver: WebDriver): Promise<Kept> =>
  driver.executeAsyncScript(`
    const done = arguments[0];
    const open = indexedDB.open('symplex');
    open.onsuccess = () => {
      const names = ['setups', 'jobs', 'drawers', 'steps', 'takes'];
      const tx = open.result.transaction(names);
      const all = {};
      for (const n of names) tx.objectStore(n).getAll().onsuccess = (e) => {
        all[n] = n === 'takes' ? e.target.result.map((t) => ({ id: t.id, size: t.file.size })) : e.target.result;
      };
      tx.oncomplete = () => { open.result.close(); done(all); };
    };`);

/** What cannot be pressed by then is left: the next edit is tried. */
const EDIT_MS = 20_000;

/** One edit of each screen, by its controls. */
const EDITS: Readonly<
  Record<Screen, { readonly path: () => string; readonly edit: (walk: Walk) => Promise<unknown> }>
> = {
  line: {
    path: () => `line/?setup=${itemAt(demoSetups, upTo(demoSetups.length)).id}`,
    edit: async (walk) => {
      const parts = await walk.driver.findElements(By.css('main button[aria-pressed]'));
      await itemAt(parts, upTo(parts.length)).click();
      return slideOr(walk, () => itemAt(parts, upTo(parts.length)).click());
    },
  },
  levels: { path: () => 'levels/?setup=glaze-hall', edit: (walk) => slideOr(walk, () => Promise.resolve()) },
  drawer: {
    path: () => 'drawer/',
    edit: async (walk) => {
      const find = await walk.driver.findElement(By.id('find-class'));
      await find.sendKeys(Key.chord(Key.CONTROL, 'a'), itemAt(['splitter', 'cable', 'XLR', 'hub'], upTo(4)));
      const found = await walk.driver.findElements(By.css('section[aria-label="Add a part"] li button'));
      if (found.length > 0) await itemAt(found, upTo(found.length)).click();
    },
  },
  files: {
    path: () => 'files/',
    edit: async (walk) => {
      const file = join(walk.downloads, `mine-${upTo(1e6)}.json`);
      const setup = demoSetups[upTo(demoSetups.length)];
      writeFileSync(file, JSON.stringify({ ...setup, id: `mine-${upTo(6)}`, name: `Mine ${upTo(1e6)}` }));
      await walk.giveFile(file);
    },
  },
  check: {
    path: () => 'check/',
    edit: async (walk) => {
      const file = join(walk.downloads, `take-${upTo(1e6)}.wav`);
      const tone = Float32Array.from({ length: 48_000 }, (_, i) => 0.2 * Math.sin(i / (5 + upTo(40))));
      writeFileSync(file, writeWav(48_000, [tone]));
      await walk.giveFile(file);
      const here = new Walk(walk.driver, walk.url, walk.downloads, EDIT_MS);
      await here.press(/^Edit it, or make a sample of it$/);
      await here.press(/^Keep in the library$/);
    },
  },
};

/** Turn one of the knobs that are there by an arrow or two; else do something else. */
async function slideOr(walk: Walk, other: () => Promise<unknown>): Promise<unknown> {
  const slides = await walk.driver.findElements(By.css('main input[type=range], main [role=slider]'));
  if (slides.length === 0) return other();
  const slide = itemAt(slides, upTo(slides.length));
  const key = random() < 0.5 ? Key.ARROW_RIGHT : Key.ARROW_LEFT;
  return slide.sendKeys(...Array.from({ length: 1 + upTo(3) }, () => key));
}

/** What is wrong with what is left, given what was there for sure before the kill; null where nothing is. */
function faultOf(before: Kept, after: Kept): string | null {
  for (const d of [...after.setups, ...after.jobs, ...after.drawers]) {
    const read = readDocument(JSON.stringify(d), catalogue);
    if (!read.ok) return `${d.id} cannot be read: ${read.problem.pointer} ${read.problem.message}`;
  }
  for (const t of before.takes)
    if (!after.takes.some((u) => u.id === t.id && u.size === t.size)) return `take ${t.id} is gone`;
  const newest = Math.max(0, ...after.steps.map((s) => s.seq));
  for (const s of before.steps) {
    // Only so many are kept for undo.
    if (s.seq <= newest - UNDO_STEPS) continue;
    const now = after.steps.find((o) => o.seq === s.seq);
    // What was undone goes when something new is done.
    if (!now && s.undone === 0) return `step ${s.seq} is gone`;
    if (now && JSON.stringify(now.changes) !== JSON.stringify(s.changes)) return `step ${s.seq} is another`;
  }
  // Each document stands as the last step that stands left it: no half of an edit.
  const last = new Map<string, string>();
  for (const s of [...after.steps].sort((a, b) => a.seq - b.seq)) {
    if (s.undone === 0) for (const c of s.changes) last.set(`${c.kind} ${c.id}`, JSON.stringify(c.after));
  }
  for (const [key, text] of last) {
    const [kind, id] = key.split(' ') as ['setups' | 'jobs' | 'drawers', string];
    const there = after[kind].find((d) => d.id === id);
    if (JSON.stringify(there ?? null) !== text) return `${key} is not as its last step left it`;
  }
  return null;
}

/** A process and all that it began. */
function withChildren(pid: number): readonly number[] {
  const all = spawnSync('ps', ['-eo', 'pid=,ppid='], { encoding: 'utf8' })
    .stdout.trim()
    .split('\n')
    .map((line) => pairOf(line.trim().split(/\s+/).map(Number)));
  const found = [pid];
  for (const p of found) for (const [child, parent] of all) if (parent === p) found.push(child);
  return found;
}

const server = await serve();
let wrong = 0;
for (const screen of screens) {
  const profile = mkdtempSync(join(tmpdir(), 'symplex-soak-'));
  let edits = 0;
  let kept: Kept | null = null;
  const faults: string[] = [];
  for (let n = 0; n <= kills; n++) {
    const browser = await openBrowser({ width: 1280, height: 800 }, [], profile);
    try {
      const walk = new Walk(browser.driver, server.url, browser.downloads);
      await walk.open(EDITS[screen].path());
      await walk.sees(/\S/, 'main h1, main h2, main button');
      const now = await keptIn(browser.driver);
      const fault: string | null = kept && faultOf(kept, now);
      if (fault) faults.push(`kill ${n}: ${fault}`);
      kept = now;
      if (n > 0 && n % 50 === 0)
        process.stderr.write(`${screen}: ${n} killed, ${edits} edits, ${faults.length} wrong\n`);
      if (n === kills) break;
      for (let k = 1 + upTo(4); k > 0; k--) {
        await EDITS[screen].edit(walk).catch(() => undefined);
        edits += 1;
        // What is read from the database now is kept for sure; what is under way when it is killed may be there or not, whole.
        kept = await keptIn(browser.driver);
      }
      await EDITS[screen].edit(walk).catch(() => undefined);
      edits += 1;
      await new Promise((resolve) => setTimeout(resolve, upTo(120)));
      // All of it at once, as when the machine kills it.
      for (const pid of withChildren((await browser.driver.getCapabilities()).get('goog:processID') as number)) {
        try {
          process.kill(pid, 'SIGKILL');
        } catch {
          // It went with its parent.
        }
      }
    } finally {
      await browser.close().catch(() => undefined);
    }
  }
  rmSync(profile, { recursive: true, force: true });
  wrong += faults.length;
  const steps = kept?.steps.length ?? 0;
  console.log(
    `${screen}: ${kills} kills, ${edits} edits, ${steps} steps and ${kept?.takes.length ?? 0} takes at the end, ${faults.length} wrong`,
  );
  for (const f of faults) console.log(`  ${f}`);
}
server.stop();
process.exitCode = wrong > 0 ? 1 : 0;
