import { beforeAll, expect, test } from 'vitest';
import { type Walk, walkForTests } from '../support/walk';

const held = walkForTests({ width: 390, height: 844 });
let walk: Walk;
beforeAll(async () => {
  walk = held.walk;
});

test.each([
  '',
  'line/?setup=kiln-first-try',
  'levels/?setup=kiln-rehearsed',
  'power/?setup=visit-no-power',
  'device/?setup=kiln-first-try',
  'mend/?setup=kiln-rehearsed',
  'mend/?tell',
  'log/',
  'practice/?setup=kiln-rehearsed',
  'drawer/',
  'files/',
])('in a hand, /%s is no wider than the screen and can be used by all', async (path) => {
  await walk.open(path);
  await walk.sees(/Kiln|toolbox|Workshop visit|What it teaches|this works/);
  if (path.startsWith('line')) await walk.waitForGate('Seen', 'fail');
  if (path.startsWith('levels')) await walk.sees(/Best voice over noise/);
  if (path === '') await walk.sees(/pass(es)? all gates/);
  // The emulated phone widens its page when anything sticks out.
  const [wide, seen] = (await walk.driver.executeScript(
    'return [document.documentElement.scrollWidth, window.innerWidth]',
  )) as [number, number];
  expect(wide).toBe(390);
  expect(seen).toBe(390);
  await walk.expectAccessible();
  expect(await walk.complaints()).toEqual([]);
});

test('the panels of a blank and of a part stay within the screen too', async () => {
  const sticksOut = (selector: string) =>
    walk.driver.executeScript(
      `return [...document.querySelectorAll(arguments[0] + ' *')].filter((e) => {
         const { left, right, width } = e.getBoundingClientRect();
         return width > 0 && !e.closest('.sr-only') && (right > 390 || left < 0);
       }).map((e) => e.outerHTML.slice(0, 80))`,
      selector,
    );
  await walk.open('');
  await walk.press(/^What is recorded/);
  await walk.find('input', /^Name of source 1$/);
  expect(await sticksOut('[role=dialog]')).toEqual([]);
  await walk.open('drawer/');
  await walk.press(/^Desk microphone/);
  await walk.find('input', /^price/);
  expect(await sticksOut('main')).toEqual([]);
});

test('on a stage, in the dark, contrast holds as well', async () => {
  await walk.open('line/?setup=kiln-first-try');
  await walk.waitForGate('Seen', 'fail');
  await walk.press(/^Stage$/);
  await walk.find('button', /^Daylight$/);
  await walk.expectAccessible();
  await walk.press(/^Connection 4/);
  await walk.sees(/draw the plug along/);
  await walk.expectAccessible();
  await walk.open('levels/?setup=glaze-too-hot');
  await walk.sees(/Level fails here/);
  await walk.expectAccessible();
});

test('a fault is hunted with one thumb: the question and its answers stand on the first screen', async () => {
  await walk.open('mend/?setup=kiln-rehearsed');
  await walk.press(/^Listed, but no level$/);
  await walk.press(/^Find it$/);
  await walk.sees(/What it may be/);
  const card = await walk.find('section', /^Next$/);
  const { y, height } = await card.getRect();
  expect(y + height).toBeLessThan(844 - 56);
  for (const b of await card.findElements({ css: 'button' }))
    expect((await b.getRect()).height).toBeGreaterThanOrEqual(40);
  await walk.expectAccessible();
  expect(await walk.driver.executeScript('return document.documentElement.scrollWidth')).toBe(390);
});

test('what is wrong and the first mend stand on the first screen', async () => {
  await walk.open('line/?setup=kiln-first-try');
  await walk.waitForGate('Seen', 'fail');
  const mend = await walk.find('button', /splitter into connection 4/);
  const { y, height } = await mend.getRect();
  expect(y + height).toBeLessThan(844 - 56);
});
