import { By, Key, Origin } from 'selenium-webdriver';
import { afterEach, beforeAll, describe, expect, test } from 'vitest';
import { itemAt } from '../../core/algorithms';
import { PATIENCE_MS, type Walk, walkForTests } from '../support/walk';

// The levels screen, the joint glass and the ground lane, as a person uses them.
const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const now = async (name: RegExp): Promise<number> =>
  Number(await (await walk.find('[role=slider]', name)).getAttribute('aria-valuenow'));
const becomes = (name: RegExp, value: number) =>
  walk.driver.wait(async () => (await now(name)) === value, PATIENCE_MS, `${name} never was ${value}`);

describe('levels', () => {
  test('every knob stands in order from source to app, with its window told to assistive technology', async () => {
    await walk.open('levels/?setup=kiln-rehearsed');
    await walk.sees(/Best voice over noise/);
    const sliders = await walk.driver.findElements(By.css('[role=slider]'));
    const names = await Promise.all(sliders.map((s) => s.getAttribute('aria-label')));
    expect(names).toEqual(["Pack gain of Mirela's pack", "Pack gain of Oswin's pack", 'Output level of Twin receiver']);
    await walk.driver.wait(
      async () => /gates hold from/.test((await itemAt(sliders, 2).getAttribute('aria-valuetext')) ?? ''),
      PATIENCE_MS,
    );
    await walk.sees(/Source hot wins by \d+ dB over noise.*most noise comes from/);
    await walk.sees(/Mirela: clean from \d+ dB.*up to \d+, where .* clips/);
    await walk.expectAccessible();
  });
  test('one press sets all of them, and undo takes that back as one step', async () => {
    const before = await now(/^Pack gain of Mirela/);
    await walk.press(/^B Best voice over noise/);
    await walk.driver.wait(async () => (await now(/^Pack gain of Mirela/)) !== before, PATIENCE_MS);
    await walk.sees(/so they stand/);
    await walk.undo();
    await becomes(/^Pack gain of Mirela/, before);
  });
  test('a knob is turned by keys and by the hand; the voices follow', async () => {
    const pack = await walk.find('[role=slider]', /^Pack gain of Mirela/);
    const before = await now(/^Pack gain of Mirela/);
    const voices = () => walk.texts('[aria-label="How loud a voice may be"]').then(([t]) => t);
    const said = await voices();
    await pack.sendKeys(Key.ARROW_RIGHT);
    await becomes(/^Pack gain of Mirela/, before + 2);
    await walk.driver.wait(async () => (await voices()) !== said, PATIENCE_MS);
    await pack.sendKeys(Key.HOME);
    await becomes(/^Pack gain of Mirela/, 0);
    await walk.sees(/Clean fails here: keep it from/);
    const { x, width } = await pack.getRect();
    expect(x).toBeGreaterThan(0);
    await walk.driver
      .actions()
      .move({ origin: pack, x: -Math.round(width / 4), y: 0 })
      .press()
      .move({ origin: Origin.POINTER, x: Math.round(width / 4), y: 0 })
      .release()
      .perform();
    await becomes(/^Pack gain of Mirela/, 20);
    for (let i = 0; i < 3; i++) await walk.undo();
    await becomes(/^Pack gain of Mirela/, before);
  });
  test('a pad worked out for the connection that stands there mends a line that is too hot', async () => {
    await walk.open('levels/?setup=glaze-too-hot');
    await walk.press(/^Work out a pad/);
    await walk.sees(/connection 5: .* into/);
    const db = await walk.find('input', /^Smaller by/);
    await db.sendKeys(Key.chord(Key.CONTROL, 'a'), '40');
    await walk.sees(/With the nearest values \(E24\) it takes (39|40)\.\d dB/);
    await walk.press(/^Put it into connection 5/);
    await walk.sees(/Put this pad into connection 5: done/);
    await walk.open('line/?setup=glaze-too-hot');
    await walk.waitForGate('Level', 'pass');
    await walk.undo();
    await walk.waitForGate('Level', 'fail');
  });
});

describe('the connection glass', () => {
  test('the plug is drawn along its axis by the hand, and what touches follows', async () => {
    await walk.open('line/?setup=kiln-rehearsed');
    await walk.waitForGate('Fit', 'pass');
    await walk.press(/^Connection 5/);
    await walk.sees(/home; draw the plug along/);
    const touching = async () =>
      (await walk.comes('[aria-label="Connection 5 close up"] svg')).getAttribute('aria-label');
    const before = await touching();
    const plug = await walk.comes('[aria-label="Connection 5 close up"] svg g.cursor-grab');
    await walk.driver
      .actions()
      .move({ origin: plug })
      .press()
      .move({ origin: Origin.POINTER, x: -60, y: 0 })
      .release()
      .perform();
    await walk.sees(/[1-9]\d*\.\d mm out; draw the plug along/);
    expect(await touching()).not.toBe(before);
    await walk.waitForGate('Fit', 'fail');
    await walk.expectAccessible();
    await walk.undo();
    await walk.sees(/home; draw the plug along/);
  });
});

describe('a hall mixer, a laptop and a recorder', () => {
  test('the loop is drawn and told, each mend with what it would bring, and one press makes it', async () => {
    await walk.open('line/?setup=glaze-hall');
    await walk.waitForGate('Clean', 'fail');
    await walk.sees(
      /a loop: ground difference through hall mixer, connections 3, 4, 5, laptop/,
      '[aria-label="ground lane"]',
    );
    await walk.sees(/What would bring the hum down.*Run Laptop from its battery.*some \d+ dB/);
    await walk.expectAccessible();
    await walk.press(/^Run Laptop from its battery/);
    await walk.driver.wait(async () => (await walk.gates())['Clean'] !== 'fail', PATIENCE_MS);
    await walk.sees(/one path, no loop/, '[aria-label="ground lane"]');
    await walk.undo();
    await walk.waitForGate('Clean', 'fail');
  });
  test('a third device is plugged in by hand, has an app of its own, and is taken out again', async () => {
    await walk.press(/^Hall mixer/, '[aria-label^="The line"] button');
    const hole = await walk.find('select', /^aux send/i);
    await hole.sendKeys('6.35 to 3.5 mm cable');
    await walk.press(/^Plug in at aux send/i);
    await walk.press(/^6.35 to 3.5 mm cable/, '[aria-label^="The line"] button');
    const end = await walk.find('select', /3.5 mm plug/);
    await end.sendKeys('Camera with microphone socket');
    await walk.press(/^Plug in at 3.5 mm plug/);
    await walk.press(/^streaming app/, '[aria-label^="The line"] button');
    await walk.sees(/App on Laptop.*App on Pocket recorder.*App on Camera with microphone socket/);
    await walk.press(/^Camera with microphone socket/, '[aria-label^="The line"] button');
    await walk.press(/^Take it out/);
    await walk.press(/^streaming app/, '[aria-label^="The line"] button');
    await walk.driver.wait(async () => !/App on Camera/.test((await walk.texts('main')).join()), PATIENCE_MS);
    for (let i = 0; i < 3; i++) await walk.undo();
  });
});

test('the room is said in the job sentence, and enters the verdict', async () => {
  await walk.open('?job=glaze-talk');
  await walk.sees(/in a room not told/, 'main p');
  await walk.press(/^The room: a room not told/);
  await walk.press(/^a hall$/, 'label');
  await walk.keys(Key.ESCAPE);
  await walk.sees(/in a hall/, 'main p');
  await walk.undo();
  await walk.sees(/in a room not told/, 'main p');
});

describe('a switch with two positions', () => {
  const stands = async (position: string) => {
    await walk.driver.wait(
      async () =>
        walk.driver.executeScript<boolean>(
          `return [...document.querySelectorAll('fieldset label')].some((l) =>
             l.innerText.trim() === arguments[0] && l.querySelector('input').checked)`,
          position,
        ),
      PATIENCE_MS,
      `${position} never stood`,
    );
  };
  /** The step is there to be undone: it was kept. */
  const isKept = () =>
    walk.driver.wait(
      async () => (await walk.driver.findElements(By.css('button[title*="Twin receiver"]:enabled'))).length > 0,
      PATIENCE_MS,
      'the turn was never kept',
    );
  test('pressed once on Levels or on Line, it is kept: a reload shows it as it was left', async () => {
    await walk.open('levels/?setup=kiln-rehearsed');
    await walk.press(/^a side each$/, 'label');
    await isKept();
    await walk.driver.navigate().refresh();
    await stands('a side each');
    await walk.open('line/?setup=kiln-rehearsed');
    await walk.press(/Twin receiver/, 'main button');
    await walk.press(/^mixed to both$/, 'label');
    await stands('mixed to both');
    await isKept();
    await walk.open('levels/?setup=kiln-rehearsed');
    await stands('mixed to both');
  });
});
