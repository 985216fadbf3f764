import { Key } from 'selenium-webdriver';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { handsAt, LINE } from '../support/by-hand';
import { type Walk, walkForTests } from '../support/walk';

// A chain is put together by hand, from an empty table on; each test builds on the one before.
const held = walkForTests();
let walk: Walk;
beforeAll(async () => {
  walk = held.walk;
  await walk.open('line/');
  await walk.gates();
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const { add, choose, isKept } = handsAt(() => walk);
const line = LINE;

test('a new setup is a device and nothing else; parts are put on the table one after the other', async () => {
  await walk.press(/^Setup: /);
  await walk.press(/^New setup$/);
  await walk.sees(/Setup 2/, 'h1');
  await walk.press(/^Add parts$/);
  await add('dynamic handheld', /^Add Dynamic handheld/);
  await walk.sees(/Dynamic handheld/, line);
  await add('xlr cable', /^Add XLR cable$/);
  await add('interface one input', /^Add USB interface with one/);
  await walk.sees(/USB interface/, line);
  await walk.expectAccessible();
  expect((await walk.texts(`${line} button`)).length).toBeGreaterThanOrEqual(5);
});

test('by the keyboard: a plug is taken hold of, the sockets it goes into light up, one is chosen', async () => {
  await walk.press(/^Dynamic handheld/, `${line} button`);
  const hold = await walk.find('button', /^Join XLR to/);
  await hold.sendKeys(Key.ENTER);
  await walk.sees(/Joining .* choose one of the lit/, '[role=status]');
  await walk.expectAccessible();
  await (await walk.find('button', /^Join it to/)).sendKeys(Key.ENTER);
  await walk.sees(/\b1\b.*XLR/, line);
});

test('by drag: from the free end of the cable onto the input of the interface', async () => {
  await walk.press(/^XLR cable/, `${line} button`);
  const from = await walk.find('button', /^Join .* to\.\.\./);
  await walk.driver.actions().move({ origin: from }).press().move({ origin: from, x: 30, y: 30 }).perform();
  const to = await walk.find('button', /^Join it to/);
  await walk.driver.actions().move({ origin: to }).release().perform();
  await walk.sees(/\b2\b.*XLR/, line);
});

test('by choice: what does not fit can be joined anyway, and Fit says so; unplugged, both stay', async () => {
  await walk.press(/^USB interface/, `${line} button`);
  const usb = await walk.find('select', /USB/);
  const label = await usb.getAccessibleName();
  await choose(new RegExp(`^${label}`), /Phone.*: /);
  await walk.press(new RegExp(`^Plug in at ${label}`));
  await walk.sees(/\b3\b/, line);
  await walk.waitForGate('Fit', 'fail');
  await walk.press(/^Unplug connection 3$/);
  await walk.waitForGate('Fit', 'pass');
  await walk.sees(/USB interface/, line);
  await isKept(/Unplug/);
  await walk.driver.navigate().refresh();
  await walk.sees(/Setup 2/, 'h1');
  await walk.gates();
  await walk.sees(/\b2\b.*XLR/, line);
});

test('one more of a microphone, with a voice of its own', async () => {
  await walk.press(/^Dynamic handheld/, `${line} button`);
  await walk.press(/^One more like it$/);
  await walk.sees(/Dynamic handheld.*Dynamic handheld/, line);
  await walk.press(/^A new voice here$/);
  await walk.sees(/with two voices/, 'header, main');
  await isKept(/A new voice/);
  await walk.driver.navigate().refresh();
  await walk.sees(/with two voices/, 'header, main');
  await walk.sees(/Voice 2/, line);
  await walk.press(/^Dynamic handheld microphone Voice 2/, `${line} button`);
  await walk.press(/^Voice 2$/, '[aria-label^="Dynamic handheld"] input');
  await walk.press(/^Leave Voice 2 out$/);
  await walk.sees(/with one voice/, 'header, main');
  await isKept(/Leave Voice 2 out/);
  await walk.driver.navigate().refresh();
  await walk.sees(/with one voice/, 'header, main');
});
