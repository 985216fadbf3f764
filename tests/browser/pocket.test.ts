import { beforeAll, expect, test } from 'vitest';
import { type Walk, walkForTests } from '../support/walk';

const held = walkForTests({ width: 390, height: 844 });
let walk: Walk;
beforeAll(async () => {
  walk = held.walk;
});

test.each(['', 'line/?setup=kiln-first-try', 'drawer/', 'files/'])(
  'in a hand, /%s is no wider than the screen and can be used by all',
  async (path) => {
    await walk.open(path);
    await walk.sees(/Kiln|toolbox/);
    if (path.startsWith('line')) await walk.waitForGate('Seen', 'fail');
    if (path === '') await walk.sees(/pass(es)? all gates/);
    // The emulated phone widens its page when anything sticks out.
    const [wide, seen] = (await walk.driver.executeScript(
      'return [document.documentElement.scrollWidth, window.innerWidth]',
    )) as [number, number];
    expect(wide).toBe(390);
    expect(seen).toBe(390);
    await walk.expectAccessible();
    expect(await walk.complaints()).toEqual([]);
  },
);

test('on a stage, in the dark, contrast holds as well', async () => {
  await walk.open('line/?setup=kiln-first-try');
  await walk.waitForGate('Seen', 'fail');
  await walk.press(/^Stage$/);
  await walk.find('button', /^Daylight$/);
  await walk.expectAccessible();
});

test('what is wrong and the first mend stand on the first screen', async () => {
  await walk.open('line/?setup=kiln-first-try');
  await walk.waitForGate('Seen', 'fail');
  const mend = await walk.find('button', /splitter into joint 4/);
  const { y, height } = await mend.getRect();
  expect(y + height).toBeLessThan(844 - 56);
});
