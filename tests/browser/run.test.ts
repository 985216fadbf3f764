import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { itemAt } from '../../core/algorithms';
import { LEVELS } from '../../core/practice';
import { PATIENCE_MS, walkForTests } from '../support/walk';

// The sheet for the table: ticked on the phone, printed for the bag.
const held = walkForTests();

test('ticks are kept with their times, and at the end they stand in the log', async () => {
  const { walk } = held;
  await walk.open('run/?setup=kiln-rehearsed');
  await walk.press(/Headphones off your ears/, 'label');
  await walk.press(/^Twin receiver/, 'label');
  await walk.sees(/^2 of \d+ ticked/, 'section[aria-label="End of the run"]');
  await walk.open('run/?setup=kiln-rehearsed');
  await walk.sees(/^2 of \d+ ticked/, 'section[aria-label="End of the run"]');
  const ticked = await walk.texts('label:has(input:checked)');
  expect(ticked).toHaveLength(2);
  for (const t of ticked) expect(t).toMatch(/\d\d:\d\d$/);
  await walk.expectAccessible();
  await walk.press(/^It went well$/);
  await walk.sees(/^0 of \d+ ticked/, 'section[aria-label="End of the run"]');
  await walk.open('log/');
  await walk.press(/Run: Kiln opening, as rehearsed/, 'summary');
  const note = await walk.find('textarea', /^Note/);
  expect(await note.getAttribute('value')).toMatch(/^2 of \d+ ticked\.\n\d\d:\d\d Twin receiver/);
});

test('the line is saved as a drawing and as a picture that need nothing else', async () => {
  const { walk } = held;
  await walk.open('line/?setup=kiln-first-try');
  await walk.press(/^Picture$/);
  await walk.press(/^Save as SVG$/);
  const svg = await walk.saved('kiln-first-try.svg');
  expect(svg).toMatch(/^<svg xmlns/);
  expect(svg).not.toMatch(/url\(|href|var\(|class=/);
  const words = [...svg.matchAll(/<text[^>]*>([^<]*)/g)].map(([, w]) => w).join(' ');
  for (const named of ['Kiln opening', 'Does not work yet', 'TRS in TRRS']) expect(words).toContain(named);
  await walk.press(/^Picture$/);
  await walk.press(/^Save as PNG$/);
  await walk.saved('kiln-first-try.png');
  const png = readFileSync(join(walk.downloads, 'kiln-first-try.png'));
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  // As sharp as two dots a pixel; a picture that is all one colour is a few kilobytes.
  expect(png.readUInt32BE(16)).toBeGreaterThan(1500);
  expect(png.length).toBeGreaterThan(40_000);
});

test('printed it has what stands on the screen, on one sheet, and nothing to press', async () => {
  const { walk } = held;
  await walk.open('run/?setup=kiln-rehearsed');
  await walk.sees(/First:/, 'section[aria-label="If it fails"]');
  const printed = async (size: object) => {
    const file = join(walk.downloads, 'run.pdf');
    writeFileSync(file, String(await walk.driver.printPage(size as never)), 'base64');
    const { stdout } = spawnSync('pdftotext', ['-raw', file, '-'], { encoding: 'utf8' });
    return { text: stdout.replace(/\s+/g, ' '), pages: stdout.split('\f').length - 1 };
  };
  const a4 = await printed({ width: 21, height: 29.7 });
  const letter = await printed({ width: 21.59, height: 27.94 });
  expect([a4.pages, letter.pages]).toEqual([1, 1]);
  for (const { text } of [a4, letter]) {
    for (const words of [
      'Kiln opening, as rehearsed',
      "Mirela's pack (Clip-on transmitter with its own mic), full",
      'Headphones off your ears',
      'Open the browser call page',
      '+28 dB',
      'peaks at about −21 dBFS',
      'Heard at Caller: Mirela and Oswin',
      'Phone lasts 6 h 23 min',
      'Local codes and licensed practice come first',
      'Not on the list of inputs',
    ])
      expect(text).toContain(words);
    for (const words of ['Undo', 'Print', 'It went well', 'Remember', 'Stage']) expect(text).not.toContain(words);
  }
});

test('the views of a setup keep it in the address; from anywhere one finds any room, setup or part', async () => {
  const { walk } = held;
  await walk.open('line/?setup=glaze-hall');
  for (const view of ['Levels', 'Power', 'Call', 'Device', 'Run', 'Line']) {
    await walk.press(new RegExp(`^${view}$`), 'nav[aria-label="Views of Set up"] a');
    await walk.arrives(new RegExp(`/${view.toLowerCase()}/[?]setup=glaze-hall$`));
    await walk.sees(/Glaze talk, streamed from the hall/, 'h1');
  }
  await walk.press(/^Find$/, 'nav button');
  const field = await walk.driver.wait(
    async () => (await walk.driver.findElements(By.css('[role=combobox]')))[0],
    PATIENCE_MS,
  );
  await field!.sendKeys('song');
  await walk.sees(/A song for the kiln/, '[role=option]');
  await field!.sendKeys('\uE007');
  await walk.arrives(/setup=kiln-song$/);
  await walk.press(/^Find$/, 'nav button');
  const again = await walk.driver.wait(
    async () => (await walk.driver.findElements(By.css('[role=combobox]')))[0],
    PATIENCE_MS,
  );
  await again!.sendKeys(`exercise ${itemAt(LEVELS, 0).name}`);
  await walk.sees(/exercise/, '[role=option]');
  const [first = ''] = await walk.texts('[role=option]');
  await again!.sendKeys('\uE007');
  await walk.sees(/What to practise/);
  expect(first).toContain(itemAt(LEVELS, 0).name);
});
