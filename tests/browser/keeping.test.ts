import { Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { LINE } from '../support/by-hand';
import { openBrowser } from '../support/page';
import { PATIENCE_MS, Walk, walkForTests } from '../support/walk';

// What is on screen is what is kept; what cannot be kept is said, and lost by nobody.
const held = walkForTests();
let walk: Walk;
beforeAll(async () => {
  walk = held.walk;
});

/** A document as it is in the database of the page. */
const stored = (id: string, of = walk): Promise<{ parts: { id: string; knobs?: Record<string, number> }[] }> =>
  of.driver.executeAsyncScript(
    `const [id, done] = arguments;
     const open = indexedDB.open('symplex');
     open.onsuccess = () => {
       const get = open.result.transaction('setups').objectStore('setups').get(id);
       get.onsuccess = () => { open.result.close(); done(get.result); };
     };`,
    id,
  );
const knob = async (part: string, name: string, of = walk) =>
  (await stored('kiln-rehearsed', of)).parts.find((p) => p.id === part)!.knobs?.[name];
const eventually = (what: () => Promise<unknown>, wanted: unknown) =>
  expect.poll(what, { timeout: PATIENCE_MS }).toEqual(wanted);

const LEVEL = /^Output level$/;
const GAIN = /^Pack gain$/;
const shown = async (name = LEVEL) => Number(await (await walk.find('input[type=range]', name)).getAttribute('value'));

test('of forty arrow presses as fast as they go none is swallowed: shown and kept are the same, each its own step', async () => {
  await walk.open('line/?setup=kiln-rehearsed');
  await walk.press(/^Mirela's pack/);
  await (await walk.find('input[type=range]', GAIN)).sendKeys(Key.HOME);
  const lowest = await shown(GAIN);
  const slider = await walk.find('input[type=range]', GAIN);
  const moves = Array.from({ length: 40 }, (_, i) => (i % 5 === 4 ? Key.ARROW_LEFT : Key.ARROW_RIGHT));
  await slider.sendKeys(...moves);
  const step = (await shown(GAIN)) - lowest;
  expect(step).toBeGreaterThan(0);
  await eventually(() => knob('pack-1', 'gain'), await shown(GAIN));
  // To where it began and on again, before the store can have answered.
  await slider.sendKeys(Key.ARROW_RIGHT, Key.ARROW_LEFT, Key.ARROW_RIGHT, Key.ARROW_LEFT);
  expect((await shown(GAIN)) - lowest).toBe(step);
  await eventually(() => knob('pack-1', 'gain'), await shown(GAIN));
});

test('a knob held in one window while another is turned in a second: both are kept', async () => {
  const gain = () => knob('pack-1', 'gain');
  await walk.open('line/?setup=kiln-rehearsed');
  const first = await walk.driver.getWindowHandle();
  await walk.press(/Twin receiver/);
  await walk.slide(LEVEL, -10, false);
  await walk.driver.switchTo().newWindow('tab');
  await walk.open('line/?setup=kiln-rehearsed');
  await walk.press(/^Mirela's pack/);
  await walk.slide(GAIN, 14);
  await eventually(gain, 14);
  await walk.driver.close();
  await walk.driver.switchTo().window(first);
  // Still in the hand, and drawn over what the other window made of it.
  await walk.sees(/\+?14 dB/, LINE);
  expect(await shown()).toBe(-10);
  await walk.slide(LEVEL, -20);
  await eventually(() => knob('receiver', 'level'), -20);
  expect(await gain()).toBe(14);
});

test('what a second window sets otherwise stands, and the first is told when one comes back to it', async () => {
  const gain = () => knob('pack-1', 'gain');
  await walk.open('line/?setup=kiln-rehearsed');
  const first = await walk.driver.getWindowHandle();
  await walk.press(/^Mirela's pack/);
  await walk.slide(GAIN, 10);
  await eventually(gain, 10);
  await walk.driver.switchTo().newWindow('window');
  await walk.open('line/?setup=kiln-rehearsed');
  await walk.press(/^Mirela's pack/);
  await walk.slide(GAIN, 16);
  await eventually(gain, 16);
  await walk.driver.close();
  await walk.driver.switchTo().window(first);
  await walk.sees(/Gain of Mirela's pack: another window has since set it otherwise/i, '[role=status]');
  expect(await gain()).toBe(16);
});

test('so it is with a figure of the drawer', async () => {
  const price = () =>
    walk.driver.executeAsyncScript<number>(`
      const done = arguments[0];
      indexedDB.open('symplex').onsuccess = (e) => {
        const db = e.target.result;
        db.transaction('drawers').objectStore('drawers').getAll().onsuccess = (r) => {
          db.close();
          done(r.target.result[0].parts.find((p) => p.name === "Mirela's pack")?.values?.price ?? -1);
        };
      };`);
  const write = async (to: number) => {
    await walk.open('drawer/');
    await walk.press(/^Mirela's pack/, '[aria-label="What you own"] button');
    const field = await walk.find('input', /^price/);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), String(to), Key.TAB);
    await eventually(price, to);
  };
  const first = await walk.driver.getWindowHandle();
  await write(33);
  await walk.driver.switchTo().newWindow('window');
  await write(44);
  await walk.driver.close();
  await walk.driver.switchTo().window(first);
  await walk.sees(/price of Mirela's pack: another window has since set it otherwise/i, '[role=status]');
  expect(await price()).toBe(44);
});

/** As if the disk were full, or no more. */
const full = (is: boolean) =>
  walk.driver.executeScript(`
    const p = IDBObjectStore.prototype;
    window.real ??= { put: p.put, add: p.add };
    const refuse = () => { throw new DOMException('no room', 'QuotaExceededError'); };
    p.put = ${is} ? refuse : window.real.put;
    p.add = ${is} ? refuse : window.real.add;`);

test('a full disk is said at once and stays said; what was done stays in sight, can be saved, and kept once there is room', async () => {
  await walk.open('line/?setup=kiln-rehearsed');
  await walk.press(/Twin receiver/);
  const before = await knob('receiver', 'level');
  await walk.find('input[type=range]', LEVEL);
  await full(true);
  await walk.slide(LEVEL, before! - 10);
  await walk.sees(/Not kept\. The disk, or the share of it that this browser may use, is full/, '[role=alert]');
  await walk.expectAccessible();
  expect(await shown()).toBe(before! - 10);
  expect(await knob('receiver', 'level')).toBe(before);
  await walk.press(/^Save everything to a file$/);
  const bundle = JSON.parse(await walk.saved('symplex.bundle.json'));
  const saved = bundle.setups.find((s: { id: string }) => s.id === 'kiln-rehearsed');
  expect(saved.parts.find((p: { id: string }) => p.id === 'receiver').knobs.level).toBe(before! - 10);
  await full(false);
  await walk.press(/^Try again$/);
  await eventually(() => knob('receiver', 'level'), before! - 10);
  await eventually(async () => (await walk.texts('[role=alert]')).filter((t) => /Not kept/.test(t)).length, 0);
  expect(await shown()).toBe(before! - 10);
});

let blocked: Awaited<ReturnType<typeof openBrowser>> | null = null;
afterAll(async () => blocked?.close());
test('a browser that keeps nothing says so, and all works until the page is closed', async () => {
  blocked = await openBrowser();
  const chrome = blocked.driver as typeof blocked.driver & { sendDevToolsCommand(n: string, p: object): Promise<void> };
  await chrome.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
    source: `IDBFactory.prototype.open = () => { throw new DOMException('blocked', 'SecurityError'); };`,
  });
  const there = new Walk(blocked.driver, walk.url, blocked.downloads);
  await there.open('files/');
  await there.sees(/Not kept\. This browser keeps nothing for this page/, '[role=alert]');
  await there.sees(/Kiln opening, as rehearsed/);
  await there.open('line/?setup=kiln-rehearsed');
  await there.waitForGate('Seen', 'pass');
  await there.press(/Twin receiver/);
  await there.slide(LEVEL, -20);
  await there.sees(/−20 dB/);
  await there.press(/^Undo$/);
  await there.sees(/Taken back/);
  await there.press(/^Save everything to a file$/);
  expect(JSON.parse(await there.saved('symplex.bundle.json')).setups.length).toBeGreaterThan(3);
});
