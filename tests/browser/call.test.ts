import { By, Key } from 'selenium-webdriver';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { handsAt, LINE } from '../support/by-hand';
import { PATIENCE_MS, type Walk, walkForTests } from '../support/walk';

const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const { add, choose, isKept } = handsAt(() => walk);

test('the echo of a caller is seen, its knob found in the table and turned off; a reload shows it so', async () => {
  await walk.open('call/?setup=glaze-callers');
  await walk.sees(/Runa hears their own voice/);
  await walk.sees(/hears self, \d+ ms/, '[aria-label="People"]');
  // The ear can be listened to: each voice in its turn, and one's own with the echo behind it.
  await walk.press(/^Listen to this ear$/);
  await walk.press(/^their own voice$/);
  const own = await walk.comes('audio[aria-label="What Runa hears"]');
  // A property comes as what it is; the package's types know of text only.
  await walk.driver.wait(async () => ((await own.getProperty('currentTime')) as unknown as number) > 8, PATIENCE_MS);
  await walk.press(/^Stop$/);
  await walk.press(/^Aux of stereo 1, wanted down −10 dB, wrong$/);
  await walk.expectAccessible();
  await walk.press(/^Turn it off$/);
  await walk.find('button', /^Aux of stereo 1, wanted down off$/);
  await walk.sees(/Everybody hears whom they should/);
  await isKept(/Aux of stereo 1/);
  await walk.driver.navigate().refresh();
  await walk.sees(/Everybody hears whom they should/);
  await walk.press(/^Teo$/);
  await walk.sees(/In the ear of Teo/);
  // A row is ticked once it is set at the mixer, until one of its knobs is turned again.
  const tick = () => walk.find('input', /^Mirela: set at the mixer$/);
  await (await tick()).click();
  await walk.driver.navigate().refresh();
  await walk.driver.wait(
    async () => (await tick()).isSelected().catch(() => false),
    PATIENCE_MS,
    'the tick was not kept',
  );
  await walk.press(/^Aux 1, wanted up/);
  await walk.slide(/^Aux 1$/, -19);
  await walk.driver.wait(
    async () => !(await (await tick()).isSelected()),
    PATIENCE_MS,
    'the tick stays though a knob was turned',
  );
});

test('a voice that is to be kept from a caller is told while it is there, and the wish is kept', async () => {
  await walk.open('call/?setup=glaze-callers');
  await walk.press(/^Teo$/);
  await walk.press(/^Whom Teo is to hear$/);
  const wish = await walk.find('select', /^Oswin at Teo$/);
  await (await wish.findElement(By.css('option[value="not"]'))).click();
  await walk.sees(/Teo has Oswin, who must not be heard there/);
  await isKept(/Oswin at Teo/);
  await walk.driver.navigate().refresh();
  await walk.sees(/Teo has Oswin, who must not be heard there/);
  await walk.press(/^Whom Teo is to hear$/);
  const name = await walk.find('input', /^Name$/);
  await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Ilvo', Key.TAB);
  await walk.sees(/In the ear of Ilvo/);
  await walk.sees(/to Ilvo/, 'table');
});

test('a knob is found on the face of the mixer and turned; the way of a voice is drawn on the line', async () => {
  await walk.open('call/?setup=glaze-callers');
  await walk.sees(/Where they are on the Studio mixer/);
  await walk.press(/^Low cut 1, off$/);
  await walk.press(/^75 Hz$/, 'label');
  await isKept(/Low cut 1/);
  await walk.driver.navigate().refresh();
  await walk.find('button', /^Low cut 1, 75 Hz$/);
  await walk.press(/^Mirela$/, 'a');
  await walk.sees(/Mirela to /);
  await walk.sees(/By connections 1, 2, .*: parted there, it is gone/);
  await walk.expectAccessible();
  await walk.press(/^Back to who hears whom$/);
  await walk.sees(/In the ear of /);
});

/** Part, its plug or socket, and what is chosen there. */
const JOINS: readonly (readonly [RegExp, string, RegExp])[] = [
  [/^Dynamic handheld/, 'XLR', /^XLR cable: socket end/],
  [/^XLR cable/, 'plug end', /^Mixer.*: mic 1/],
  [/^Headphones/, 'plug', /^Mixer.*: headphones/],
  [/^Instrument cable/, 'plug A', /^Mixer.*: aux send/],
  [/^Instrument cable/, 'plug B', /^Instrument interface.*: instrument in/],
  [/^3.5 mm to two/, '3.5 mm plug', /^Instrument interface.*: headphones/],
  [/^3.5 mm to two/, 'left 6.35 mm', /^Mixer.*: stereo 1 left/],
  [/^3.5 mm to two/, 'right 6.35 mm', /^Mixer.*: stereo 1 right/],
  [/^Instrument interface/, 'plug', /^Active USB-C.*: headset socket/],
  [/^Active USB-C/, 'plug', /^Phone.*: USB-C/],
];

test('from an empty table: a mixer with a caller and headphones is joined by hand, the echo is seen, its knob found', async () => {
  await walk.open('line/?setup=glaze-callers');
  await walk.press(/^Setup: /);
  await walk.press(/^New setup$/);
  await walk.sees(/Setup 2/, 'h1');
  await walk.press(/^Add parts$/);
  for (const [words, name] of [
    ['dynamic handheld', /^Add Dynamic handheld/],
    ['xlr cable', /^Add XLR cable$/],
    ['mixer four usb', /^Add Mixer with four/],
    ['headphones 6.35', /^Add Headphones with 6.35/],
    ['instrument cable', /^Add Instrument cable/],
    ['instrument headset plug', /^Add Instrument interface with headset/],
    ['two 6.35', /^Add 3.5 mm to two 6.35/],
    ['active usb-c headset', /^Add Active USB-C/],
  ] as const)
    await add(words, name);
  for (const [i, [part, port, to]] of JOINS.entries()) {
    await walk.press(part, `${LINE} button`);
    await choose(new RegExp(`^${port}`), to);
    await walk.press(new RegExp(`^Plug in at ${port}$`));
    await walk.sees(new RegExp(`(^|\\s)${i + 1}(\\s|$)`), LINE);
  }
  await walk.press(/recorder app/, `${LINE} button`);
  await (await (await walk.find('select', /^App on/)).findElement(By.css('option[value="phone-call"]'))).click();
  await isKept(/phone call/);
  await walk.press(/^Call$/);
  // Nothing is sent yet: the voice is missing, and the knob that brings it is told.
  await walk.press(/^Aux 1, wanted up off, wrong$/);
  await walk.slide(/^Aux 1$/, -15);
  await walk.find('button', /^Aux 1, wanted up −15 dB$/);
  await walk.press(/^Aux of stereo 1, wanted down off$/);
  await walk.slide(/^Aux of stereo 1$/, 0);
  await walk.sees(/hears self, \d+ ms/, '[aria-label="People"]');
  await walk.press(/^Turn it off$/);
  await walk.find('button', /^Aux of stereo 1, wanted down off$/);
  expect((await walk.texts('[aria-label="People"]')).join(' ')).not.toMatch(/hears self/);
});

test('the job’s sentence says who is called; another phone and a name are kept', async () => {
  await walk.open('?job=workshop-visit');
  await walk.press(/^The app: /);
  await walk.press(/browser call page/, '[role=menuitemradio]');
  await walk.press(/^Who is called: one caller$/);
  await walk.press(/^Another phone that calls$/);
  await walk.find('button', /two callers who hear everybody but themselves$/);
  const name = await walk.find('input', /^Name of Caller 2$/);
  await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Teo', Key.TAB);
  await isKept(/Called: two callers/);
  await walk.expectAccessible();
  await walk.open('?job=workshop-visit');
  await walk.press(/two callers who hear everybody but themselves$/);
  await walk.find('input', /^Name of Teo$/);
});
