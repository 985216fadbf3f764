import { Key } from 'selenium-webdriver';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { PATIENCE_MS, type Walk, walkForTests } from '../support/walk';

const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

test('the tree tells what each piece asks of its port and what arrives; one press mends it', async () => {
  await walk.open('power/?setup=visit-no-power');
  await walk.sees(/Too little power for Desk microphone at connection 1: needs 250 mA, Tablet gives 100 mA/i);
  await walk.sees(/USB adapter gets too little 250 of 100 mA 4\.9\d V/, '[aria-label="Power tree"]');
  await walk.expectAccessible();
  await walk.press(/^Go another way/, '[aria-label="Powered gate"] button');
  await walk.sees(/Everything gets what it needs/);
  await walk.undo();
  await walk.sees(/Tablet gives 100 mA/);
});

test('a battery that starts low ends too early; an exchange in time mends it', async () => {
  await walk.open('power/?setup=kiln-rehearsed');
  await walk.sees(/Everything gets what it needs/);
  // The first slider is the device's.
  const charge = await walk.find('input[type=range]', /^Full at the start/);
  await charge.sendKeys(Key.HOME, ...Array<string>(6).fill(Key.ARROW_RIGHT));
  await walk.sees(/The battery of Phone lasts about \d+ min, \d+ min less than the job/);
  await walk.press(/^Exchange it at minute \d+/);
  await walk.sees(/exchanged at minute \d+/);
  await walk.driver.wait(
    async () => !/battery of Phone lasts about \d+ min/.test((await walk.texts('main')).join()),
    PATIENCE_MS,
  );
  await walk.expectAccessible();
  await walk.press(/^Take back$/);
  await walk.sees(/The battery of Phone lasts/);
});

test('what is recorded is held against what is free', async () => {
  const free = await walk.find('input', /^Free, GB/);
  await free.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.5');
  await walk.sees(/sound alone 29 min, too little/, '[aria-label=Storage]');
});

test('phantom power is on the tree; a thin cable costs volts; a bank that comes late leaves the tablet to itself', async () => {
  await walk.open('power/?setup=kiln-song');
  await walk.sees(/Singer’s condenser connection 5 3\.0 of 10 mA 37\.7 V/, '[aria-label="Power tree"]');
  await walk.sees(/Two-input box 481 mA spare.*Small keyboard 825 mA spare/s, '[aria-label="What runs out first"]');
  await (await walk.find('[aria-label="Cables that carry power"] option', /^28/)).click();
  await walk.sees(/USB-A to USB-C cable 4\.7\d V/, '[aria-label="Cables that carry power"]');
  await walk.undo();
  await walk.sees(/USB-A to USB-C cable 4\.8\d V/, '[aria-label="Cables that carry power"]');
  const before = await walk.sees(/A Tablet \d+ (h|min)( \d+ min)?/, '[aria-label=Batteries]');
  await walk.slide(/^Large power bank comes/, 60);
  await walk.driver.wait(
    async () => (await walk.sees(/A Tablet \d+ (h|min)( \d+ min)?/, '[aria-label=Batteries]')) !== before,
    PATIENCE_MS,
  );
  await walk.expectAccessible();
  await walk.undo();
});

test('the line sheet draws who powers what, and what is heard by which way', async () => {
  await walk.open('line/?setup=kiln-song');
  const spoken = async (lane: string) =>
    (await (await walk.find(`[aria-label="${lane} lane"] svg`, /./)).getAttribute('aria-label')) ?? '';
  await walk.driver.wait(
    async () => /Two-input box to Singer’s condenser: 38 V, 3\.0 mA/.test(await spoken('power')),
    PATIENCE_MS,
  );
  expect(await spoken('power')).toMatch(/Large power bank to Tablet: charges with up to \d+ mA/);
  expect(await spoken('return')).toMatch(
    /You hear yourself by wire, and again through the music studio app 12 ms later/,
  );
});

test('a length that is typed is one step, and is there after a reload', async () => {
  const length = () => walk.find('main input[type=number]', /^Length, m$/);
  await walk.open('power/?setup=kiln-song');
  const before = await (await length()).getAttribute('value');
  await (await length()).sendKeys(Key.chord(Key.CONTROL, 'a'), '2.25', Key.TAB);
  const undoable = await walk.find('button', /^Undo$/);
  await walk.driver.wait(async () => /USB/.test((await undoable.getAttribute('title')) ?? ''), PATIENCE_MS);
  await walk.open('power/?setup=kiln-song');
  expect(await (await length()).getAttribute('value')).toBe('2.25');
  // Four keys, one step: taken back once, it is as it was.
  await walk.undo();
  await walk.driver.wait(async () => (await (await length()).getAttribute('value')) === before, PATIENCE_MS);
});

test('how long a pack really lasted is its own figure from then on, in the setup and in the drawer', async () => {
  await walk.open('power/?setup=kiln-rehearsed');
  await walk.press(/^Did it go off at another time\?$/, '[data-battery="pack-1"] summary');
  const minutes = await walk.find('input', /^Minutes until Mirela's pack went off$/);
  await minutes.sendKeys(Key.chord(Key.CONTROL, 'a'), '150');
  await walk.sees(/Battery lasts: about 2\.5 h, not 5/);
  await walk.expectAccessible();
  await walk.press(/^Keep it$/, '[data-battery="pack-1"] button');
  await walk.sees(/Mirela's pack now goes by its real battery/);
  await walk.open('power/?setup=kiln-rehearsed');
  await walk.sees(/Mirela's pack\s+2 h 30 min/);
  await walk.open('drawer/');
  await walk.press(/^Mirela's pack/, '[aria-label="What you own"] button');
  expect(await (await walk.find('input', /^battery lasts, h$/)).getAttribute('value')).toBe('2.5');
});
