import { afterEach, beforeAll, expect, test } from 'vitest';
import { type Walk, walkForTests } from '../support/walk';

const held = walkForTests();
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const DEVICE = '[aria-label="The device"]';
const VERDICTS = '[aria-label="What the gates say"]';

test('the derived order, done step by step, ends with the outer microphone recorded', async () => {
  await walk.open('device/?setup=kiln-rehearsed');
  await walk.sees(/1 Plug Headset adapter into the 8-contact port of Phone.*8 Open the browser call page/s);
  for (let i = 0; i < 8; i++) await walk.press(/^Do the next$/);
  await walk.sees(/records from Certified 8-contact to headset adapter, Headset adapter/, DEVICE);
  await walk.expectAccessible();
});

test('the app opened first goes on with its own microphone, and says so; opened again it takes the other', async () => {
  await walk.press(/^Start over$/);
  await walk.sees(/not open/, DEVICE);
  await walk.press(/^Open the browser call page$/);
  await walk.sees(/records from Built-in microphone/, DEVICE);
  for (const joint of [6, 5, 4, 3]) await walk.press(new RegExp(`^Plug ${joint}:`));
  await walk.sees(/connected/, DEVICE);
  await walk.sees(
    /records from Built-in microphone, Phone, with noise processing, as one channel\. That is not the outer/,
    DEVICE,
  );
  await walk.press(/^Close the browser call page$/);
  await walk.press(/^Open the browser call page$/);
  await walk.sees(/records from Certified 8-contact to headset adapter/, DEVICE);
});

test('where no order gets there, it says so', async () => {
  await walk.open('device/?setup=kiln-first-try');
  await walk.sees(/No order gets there/);
});

test('a laptop that asks: the wrong answer is kept for the line sheet, and mended there with one press', async () => {
  await walk.open('device/?setup=clay-call');
  await walk.press(/^Do all$/);
  await walk.sees(/Seen The Workshop laptop lists/, VERDICTS);
  await walk.press(/^Start over$/);
  for (const joint of [1, 2, 3]) await walk.press(new RegExp(`^Plug ${joint}:`));
  await walk.sees(/Has it a mic\?/, DEVICE);
  await walk.press(/^Headphones only$/);
  await walk.press(/^Open the browser call page$/);
  await walk.sees(/Seen The Workshop laptop was told that headphones were plugged in/, VERDICTS);
  await walk.press(/^Keep it so for the line sheet$/);
  await walk.open('line/?setup=clay-call');
  await walk.waitForGate('Seen', 'fail');
  await walk.press(/^Unplug, plug in again, and answer that it has a mic/);
  await walk.waitForGate('Seen', 'pass');
});

test('a tablet with a keyboard and two tracks: what is not armed is not recorded; settings of the device count', async () => {
  await walk.open('device/?setup=kiln-song');
  await walk.press(/^Do all$/);
  await walk.sees(/Small MIDI keyboard Small keyboard sends MIDI/, DEVICE);
  await walk.sees(/Wired Hurdy-gurdy arrives at input 2 of Two-input box, but no armed track/, VERDICTS);
  await walk.sees(/2 input 2 of Two-input box Hurdy-gurdy/, '[aria-label=Tracks]');
  await (await walk.find('[aria-label=Tracks] input', /input 2 of Two-input box/)).click();
  await walk.sees(/Wired .* reaches Two-input box/, VERDICTS);
  await (await walk.find('[aria-label="Settings of the device"] input', /may hear/)).click();
  await walk.sees(/Seen The music studio app is not allowed to use any mic/, VERDICTS);
  await walk.expectAccessible();
});
