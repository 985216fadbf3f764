import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { writeWav } from '../../core/wav';
import { openBrowser, serve } from '../support/page';
import { hiss, RATE, sum, talker } from '../support/takes';
import { Walk } from '../support/walk';

// The phone as the meter of the desk: asked for here, allowed there, ended by either; figures go over and no sound.
let server: Awaited<ReturnType<typeof serve>>;
let desk: Walk;
let phone: Walk;
const folder = mkdtempSync(join(tmpdir(), 'symplex-beside-'));
const closing: (() => Promise<void>)[] = [];
beforeAll(async () => {
  const microphone = join(folder, 'microphone.wav');
  writeFileSync(microphone, writeWav(RATE, [sum(talker(2), hiss(-70))], 16));
  server = await serve();
  const open = async (...of: Parameters<typeof openBrowser>) => {
    const { driver, downloads, close } = await openBrowser(...of);
    closing.push(close);
    return new Walk(driver, server.url, downloads);
  };
  desk = await open();
  phone = await open({ width: 390, height: 844 }, [
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-audio-capture=${microphone}`,
    '--autoplay-policy=no-user-gesture-required',
  ]);
});
afterAll(async () => {
  for (const close of closing) await close();
  server.stop();
  rmSync(folder, { recursive: true, force: true });
});

const begin = async () => {
  await desk.open('check/?setup=kiln-rehearsed');
  await desk.press(/^Live input$/, '[role=tab]');
  await desk.press(/^Show a phone's input here$/);
  const link = /https?:\S+#b\.[\w-]+/.exec(await desk.sees(/#b\./))![0];
  await phone.open('files/');
  await phone.driver.get(link);
  await phone.sees(/A desk asks to see the levels/);
  return link;
};
const METER = '[aria-label="A phone as the meter"] [aria-label=Meter]';

test('what the phone hears is seen on the desk while both want it, and either ends it', async () => {
  await begin();
  await phone.press(/^Listen$/);
  await phone.sees(/dBFS|sides|−/i, '[aria-label=Meter]');
  // Nothing is told before it is allowed.
  expect(await desk.texts(METER)).toEqual([]);
  await phone.press(/^Allow it$/);
  await desk.sees(/−\d/, METER);
  await desk.sees(/From the phone: /);
  await desk.expectAccessible();
  // It goes along to the line that is looked at.
  await desk.press(/^Set up$/);
  await desk.sees(/Kiln opening, as rehearsed/, 'h1');
  await desk.sees(/−\d/, METER);
  await desk.press(/^End it$/);
  await phone.sees(/The desk has ended it/);

  await begin();
  await phone.press(/^Allow it$/);
  await phone.press(/^Listen$/);
  await desk.sees(/−\d/, METER);
  await phone.press(/^End it$/, 'div[role=alert] button');
  await desk.sees(/The phone has ended it/);
});

test('what is no figures of a meter is refused, and what is over is told to be so', async () => {
  const { code } = (await (await fetch(`${server.url}api/beside`, { method: 'POST' })).json()) as { code: string };
  const tell = (body: string, to = code) => fetch(`${server.url}api/beside/${to}`, { method: 'POST', body });
  const figures = {
    input: 'x',
    seconds: 1,
    channels: [{ peakDbfs: -3 }],
    balanceDb: null,
    correlation: null,
    dropouts: 0,
  };
  expect((await tell(JSON.stringify(figures))).status).toBe(204);
  expect((await tell('{')).status).toBe(422);
  expect((await tell(JSON.stringify({ ...figures, sound: 'AAAA' }))).status).toBe(422);
  expect((await tell(JSON.stringify({ ...figures, input: 'x'.repeat(20_000) }))).status).toBe(413);
  expect((await fetch(`${server.url}api/beside/${code}`, { method: 'DELETE' })).status).toBe(204);
  expect((await tell(JSON.stringify(figures))).status).toBe(410);
  expect((await tell(JSON.stringify(figures), 'AAAAAAAAAAAA')).status).toBe(410);
});
