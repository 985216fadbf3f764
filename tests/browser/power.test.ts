import { Key } from 'selenium-webdriver';
import { afterEach, beforeAll, expect, test } from 'vitest';
import { type Walk, walkForTests } from '../support/walk';

const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

test('the tree tells what each piece asks of its port and what arrives; one press mends it', async () => {
  await walk.open('power/?setup=visit-no-power');
  await walk.sees(/Desk microphone and what shares its port ask 280 mA; Tablet gives 100 mA/);
  await walk.sees(/USB adapter gets too little 280 of 100 mA 4\.9\d V/, '[aria-label="Power tree"]');
  await walk.expectAccessible();
  await walk.press(/^Go another way/, '[aria-label="Powered gate"] button');
  await walk.sees(/Everything gets what it needs/);
  await walk.undo();
  await walk.sees(/Tablet gives 100 mA/);
});

test('a battery that starts low is flat before the end; an exchange in time mends it', async () => {
  await walk.open('power/?setup=kiln-rehearsed');
  await walk.sees(/Everything gets what it needs/);
  // The first slider is the device's.
  const charge = await walk.find('input[type=range]', /^Full at the start/);
  await charge.sendKeys(Key.HOME, ...Array<string>(6).fill(Key.ARROW_RIGHT));
  await walk.sees(/Phone is flat after \d+ min/);
  await walk.press(/^Exchange it at minute \d+/);
  await walk.sees(/exchanged at minute \d+/);
  await walk.driver.wait(async () => !/Phone is flat/.test((await walk.texts('main')).join()), 10_000);
  await walk.expectAccessible();
  await walk.press(/^Take back$/);
  await walk.sees(/Phone is flat after/);
});

test('what is recorded is held against what is free', async () => {
  const free = await walk.find('input', /^Free, GB/);
  await free.sendKeys(Key.chord(Key.CONTROL, 'a'), '0.5');
  await walk.sees(/sound alone 29 min, too little/, '[aria-label=Storage]');
});
