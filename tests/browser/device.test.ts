import { afterEach, beforeAll, expect, test } from 'vitest';
import { type Walk, walkForTests } from '../support/walk';

const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const DEVICE = '[aria-label="The device"]';

test('the derived order, done step by step, ends with the outer microphone recorded', async () => {
  await walk.open('device/?setup=kiln-rehearsed');
  await walk.sees(/1 Join Headset adapter and Phone.*8 Open the browser call page/);
  for (let i = 0; i < 8; i++) await walk.press(/^Do the next$/);
  await walk.sees(/records from 8-contact to headset adapter, licensed, Headset adapter/, DEVICE);
  await walk.expectAccessible();
});

test('the app opened first goes on with its own microphone, and says so; opened again it takes the other', async () => {
  await walk.press(/^Start over$/);
  await walk.sees(/not open/, DEVICE);
  await walk.press(/^Open the browser call page$/);
  await walk.sees(/records from Built-in microphone/, DEVICE);
  for (const joint of [6, 5, 4, 3]) await walk.press(new RegExp(`^Plug ${joint}:`));
  await walk.sees(/connected/, DEVICE);
  await walk.sees(/records from Built-in microphone, Phone. That is not the outer microphone/, DEVICE);
  await walk.press(/^Close the browser call page$/);
  await walk.press(/^Open the browser call page$/);
  await walk.sees(/records from 8-contact to headset adapter/, DEVICE);
});

test('where no order gets there, it says so', async () => {
  await walk.open('device/?setup=kiln-first-try');
  await walk.sees(/No order gets there/);
});
