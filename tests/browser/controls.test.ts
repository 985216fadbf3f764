import { error, Key, type WebElement } from 'selenium-webdriver';
import { afterEach, beforeAll, describe, expect, test } from 'vitest';
import { PATIENCE_MS, type Walk, walkForTests } from '../support/walk';

// Every control that changes what is kept, of every screen, moved once by the keyboard: what is shown then is shown again after
// a reload. What a screen only tries out (a
// pad that is worked out, two setups side by side, the stand-in for the device) begins anew with the page, and is not here.
const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const CONTROLS =
  'main input[type=range], main [role=slider], main input[type=radio], main input[type=checkbox], main input[type=number], main select';

interface Control {
  readonly element: WebElement;
  /** Kind, name, and which of those that are called the same. */
  readonly key: string;
}

/** What is read of the controls, read anew where the page was drawn again meanwhile. */
async function settled<T>(read: () => Promise<T>): Promise<T> {
  const got: T[] = [];
  await walk.driver.wait(async () => {
    try {
      got.push(await read());
    } catch (e) {
      if (!(e instanceof error.StaleElementReferenceError)) throw e;
    }
    return got.length > 0;
  }, PATIENCE_MS);
  return got[0];
}
const controls = () => settled(controlsNow);

async function controlsNow(): Promise<readonly Control[]> {
  const seen = new Map<string, number>();
  const shown = await walk.driver.executeScript<readonly (readonly [WebElement, string])[]>(
    `return [...document.querySelectorAll(arguments[0])].filter((e) => e.checkVisibility())
       .map((e) => [e, e.getAttribute('type') ?? e.getAttribute('role') ?? e.tagName.toLowerCase()]);`,
    CONTROLS,
  );
  const all: Control[] = [];
  for (const [element, kind] of shown) {
    const name = `${kind} ${await element.getAccessibleName()}`;
    const nth = seen.get(name) ?? 0;
    seen.set(name, nth + 1);
    all.push({ element, key: `${name} ${nth}` });
  }
  return all;
}

/** What a control shows. */
const shows = (element: WebElement): Promise<string> =>
  walk.driver.executeScript(
    `const e = arguments[0];
     return ['radio', 'checkbox'].includes(e.type) ? String(e.checked) : (e.value ?? e.getAttribute('aria-valuenow'));`,
    element,
  );

/** Move it by the keyboard: one step on, or back where it stands at its end. @returns false where it cannot be moved. */
async function move(element: WebElement): Promise<boolean> {
  if (!(await element.isEnabled())) return false;
  const before = await shows(element);
  const type = await element.getAttribute('type');
  for (const key of type === 'radio' || type === 'checkbox' ? [' '] : [Key.ARROW_UP, Key.ARROW_DOWN]) {
    await element.sendKeys(key);
    if (type === 'number') await element.sendKeys(Key.TAB);
    if ((await shows(element).catch(() => before)) !== before) return true;
  }
  return false;
}

/** All steps and settings that are kept, as one text. */
const kept = (): Promise<string> =>
  walk.driver.executeAsyncScript(`const done = arguments[0];
    const open = indexedDB.open('symplex');
    open.onsuccess = () => {
      const tx = open.result.transaction(['steps', 'settings']);
      const all = [];
      for (const n of ['steps', 'settings']) tx.objectStore(n).getAll().onsuccess = (e) => all.push(e.target.result);
      tx.oncomplete = () => { open.result.close(); done(JSON.stringify(all)); };
    };`);

describe.each([
  ['a part with knobs', 'line/?setup=kiln-rehearsed', [/^Twin receiver/]],
  ['a part with switches', 'line/?setup=kiln-song', [/^Two-input box/]],
  ['a connection', 'line/?setup=kiln-rehearsed', [/^Connection 5/]],
  ['all knobs', 'levels/?setup=glaze-too-hot', []],
  ['power', 'power/?setup=kiln-song', []],
] as const)('%s', (_, path, presses) => {
  test('each control moved once is shown so again after a reload', async () => {
    const come = async () => {
      await walk.open(path);
      for (const p of presses) await walk.press(p);
      await walk.driver.wait(async () => (await controls()).length > 0, PATIENCE_MS, `no control on ${path}`);
    };
    await come();
    const keys = (await controls()).map((c) => c.key);
    const lost: string[] = [];
    const moved: string[] = [];
    // Of a long row of knobs that are one component the first will do.
    for (const key of keys.slice(0, 8)) {
      const here = (await controls()).find((c) => c.key === key);
      const before = await kept();
      if (!here || !(await move(here.element))) continue;
      const isKept = await walk.driver
        .wait(async () => (await kept()) !== before, PATIENCE_MS)
        .then(() => true)
        .catch(() => false);
      if (isKept) moved.push(key);
      else lost.push(`${key}: nothing was kept`);
    }
    const shown = () =>
      settled(async () => {
        const there = await controlsNow();
        const values: Record<string, string> = {};
        for (const key of moved) {
          const control = there.find((c) => c.key === key);
          values[key] = control ? await shows(control.element) : 'no such control';
        }
        return values;
      });
    const wanted = await shown();
    await come();
    expect(await shown()).toEqual(wanted);
    expect(lost).toEqual([]);
    expect(moved).not.toEqual([]);
  }, 400_000);
});
