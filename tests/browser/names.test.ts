import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { itemAt } from '@/core/algorithms';
import { type Bundle, FORMAT_VERSION } from '@/core/model';
import { demoDrawer, demoJobs, demoSetups } from '@/demo';
import { resize } from '../support/page';
import { PATIENCE_MS, walkForTests } from '../support/walk';

// Names as long as a document may give them, without a place to break, in three scripts; and a part of an unknown class.
const held = walkForTests();

const LONGEST = 80;
const name = (word: string): string => word.repeat(LONGEST).slice(0, LONGEST);
const WORDS = ['Wwwwwwwwww', '\u7530\u7530\u7530\u7530', '\u0634\u0634\u0634\u0634'];

/** A document with every name in it as long as may be, each in another script than the one before. */
function stretched<T extends { readonly name: string }>(document: T, from: number): T {
  let n = from;
  const text = JSON.stringify(document, (key, value) =>
    key === 'name' ? name(itemAt(WORDS, n++ % WORDS.length)) : value,
  );
  const long = JSON.parse(text);
  const parts: { name?: string }[] = long.parts ?? [];
  for (const p of parts) p.name = name(itemAt(WORDS, n++ % WORDS.length));
  return long;
}

const long: Bundle = {
  format: 'symplex.bundle',
  version: FORMAT_VERSION,
  setups: demoSetups.map((s, i) => {
    const setup = stretched(s, i);
    // One lead of each is of a class that nobody knows; of every third the device is, too, and of the next the app.
    const strange = [
      setup.parts.find((p) => p.class.startsWith('lead-'))?.class,
      i % 3 === 0 ? setup.job.device : null,
    ];
    const app = i % 3 === 1 ? 'an-app-of-another-time' : setup.job.app;
    const called = (c: string) => (strange.includes(c) ? `${c}-of-another-time` : c);
    return {
      ...setup,
      job: { ...setup.job, device: called(setup.job.device), app },
      parts: setup.parts.map((p) => ({ ...p, class: called(p.class) })),
    };
  }),
  jobs: demoJobs.map((j, i) => ({ ...stretched(j, i), ...(i === 0 ? { device: 'a-device-of-another-time' } : {}) })),
  drawers: [stretched(demoDrawer, 0)],
  entries: [
    {
      format: 'symplex.entry',
      version: FORMAT_VERSION,
      id: 'long',
      name: name(itemAt(WORDS, 0)),
      at: '2026-11-20T10:15',
      did: 'fixed',
      setup: { id: itemAt(demoSetups, 0).id, name: name(itemAt(WORDS, 1)) },
      parts: [{ class: 'lead-trs-trrs', name: name(itemAt(WORDS, 2)) }],
      cause: { text: name(itemAt(WORDS, 0)), kind: 'half in', class: 'lead-trs-trrs' },
      note: name(itemAt(WORDS, 1)),
    },
  ],
};

const PATHS = [
  '',
  'kit/',
  ...demoSetups.map((s) => `line/?setup=${s.id}`),
  'levels/?setup=glaze-hall',
  'power/?setup=kiln-song',
  'device/?setup=clay-call',
  'check/',
  'mend/?setup=kiln-rehearsed',
  'log/',
  'practice/?setup=kiln-rehearsed',
  'drawer/',
  'compare/?setup=kiln-rehearsed&with=kiln-first-try',
  'files/',
];

const SIZES = [
  [390, 844],
  [1280, 800],
] as const;

test('every screen stays within its width, whatever things are called', async () => {
  const { walk } = held;
  await walk.open('files/');
  const file = join(walk.downloads, 'long.bundle.json');
  writeFileSync(file, JSON.stringify(long));
  await walk.giveFile(file);
  await walk.sees(/long\.bundle\.json is in/);
  const wide: string[] = [];
  for (const path of PATHS) {
    await walk.open(path);
    await walk.sees(/\S/, 'main');
    // Names come from the store a moment after the page: until they are there, nothing can be too wide.
    await walk.driver.wait(
      () => walk.driver.executeScript<boolean>('return /Wwww|\\u7530{4}|\\u0634{4}/.test(document.body.innerText)'),
      PATIENCE_MS,
      `no long name on ${path}`,
    );
    for (const [width, height] of SIZES) {
      await resize(walk.driver, { width, height });
      const seen = await walk.driver.executeScript<string[]>(
        `
        const room = arguments[0];
        const out = [...document.querySelectorAll('body *')].filter((e) => {
          const r = e.getBoundingClientRect();
          if (r.width === 0 || r.right <= room + 1) return false;
          for (let p = e.parentElement; p; p = p.parentElement)
            if (['auto', 'scroll', 'hidden', 'clip'].includes(getComputedStyle(p).overflowX) && p !== document.body) return false;
          return !e.closest('svg, nav, .fixed') && ![...e.children].some((c) => c.getBoundingClientRect().right > room + 1);
        });
        return out.slice(-3).map((e) => e.tagName + '.' + String(e.className).slice(0, 80) + ': ' + e.textContent.slice(0, 30));`,
        width,
      );
      if (seen.length > 0) wide.push(`${path} at ${width}: ${seen.join(' | ')}`);
    }
  }
  expect(wide).toEqual([]);
  expect(await walk.complaints()).toEqual([]);
}, 400_000);
