import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, expect, test } from 'vitest';
import { writeWav } from '@/core/wav';
import { clippedAt, hiss, hum, joined, RATE, scaled, sum, talker } from '../support/takes';
import { PATIENCE_MS, type Walk, walkForTests } from '../support/walk';

const folder = mkdtempSync(join(tmpdir(), 'symplex-check-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const wav = (name: string, channels: readonly Float32Array[], bits?: 16): string => {
  const file = join(folder, name);
  writeFileSync(file, writeWav(RATE, channels, bits));
  return file;
};

// The microphone of this browser is a file: one talker on the left, another 6 dB lower on the right.
const microphone = wav('microphone.wav', [sum(talker(2), hiss(-70)), sum(scaled(talker(3), -6), hiss(-70, 14, 3))], 16);
const held = walkForTests({ width: 1280, height: 800 }, [
  '--use-fake-ui-for-media-stream',
  '--use-fake-device-for-media-stream',
  `--use-file-for-fake-audio-capture=${microphone}`,
  '--autoplay-policy=no-user-gesture-required',
]);
let walk: Walk;
beforeAll(() => {
  walk = held.walk;
});
afterEach(async () => expect(await walk.complaints()).toEqual([]));

const coded = (name: string): string => join(import.meta.dirname, '../support/coded', name);
const open = (file: string) => walk.giveFile(file, 'main input[type=file]');

test('takes are dropped in: each finding with its place and the next step, beside what was computed', async () => {
  await walk.open('check/?setup=kiln-rehearsed');
  await walk.sees(/Open takes/);
  const hot = sum(scaled(clippedAt(scaled(talker(1), 18), 1), -2), hiss(-70), hum(50, -40));
  await open(wav('too-hot.wav', [hot, hiss(-80)]));
  const findings = await walk.sees(/cut off at/, '[aria-label=Findings]');
  expect(findings).toMatch(/cut off at −(1\.9|2\.0|2\.1) dBFS, below full scale/);
  expect(findings).toMatch(/One side only: the right/);
  expect(findings).toMatch(/mains hum at 50\.0 Hz/);
  expect(findings).toMatch(/Limit/);
  await walk.sees(/computed.*measured/s, '[aria-label="Beside the prediction"]');
  await walk.press(/^All figures, and the taps$/);
  await walk.sees(/Whole take −\d+\.\d LUFS.*Loudest 0\.4 s −\d+\.\d LUFS/s, '[aria-label=Loudness]');
  await walk.sees(/True peak, between the samples −\d+\.\d −\d+\.\d dBTP/, '[aria-label="Figures of each channel"]');
  await walk.expectAccessible();
});

test('a broken file says what is wrong and does no harm to the others; what is no sound is refused', async () => {
  const cut = join(folder, 'cut.wav');
  writeFileSync(cut, writeWav(RATE, [sum(talker(1), hiss(-75))]).subarray(0, 1_000_001));
  await open(cut);
  await walk.sees(/cut off: 999957 of 2016000 bytes/, '[aria-label=Findings]');
  const text = join(folder, 'notes.txt');
  writeFileSync(text, 'no sound at all');
  await open(text);
  await walk.sees(/notes\.txt cannot be measured\. The file does not begin as a WAV does/);
  await walk.press(/^.*too-hot\.wav$/);
  await walk.sees(/cut off at −\d\.\d dBFS/, '[aria-label=Findings]');
});

test('the input is calibrated by a take, and kept with the part', async () => {
  await walk.press(/^Calibrate the input by this take/);
  await walk.sees(/The take is clipped/);
  await open(wav('good.wav', [sum(talker(1), hiss(-75)), sum(talker(1), hiss(-75))]));
  await walk.press(/^Calibrate the input by this take/);
  await walk.press(/^Keep it$/);
  await walk.sees(/now goes by what you measured/);
  await walk.undo();
});

// A tone of 997 Hz at -20 and -26 dBFS, coded by somebody else's coders; what ffmpeg's ebur128 filter says of each file.
test.each([
  ['tone.m4a', '19\\.[01]'],
  ['tone.mp3', '19\\.[456]'],
  ['tone.webm', '(18\\.9|19\\.[01])'],
  ['tone.mp4', '19\\.[01]'],
])('%s, compressed or beside pictures, is measured piece by piece, at the level it has', async (name, lufs) => {
  await walk.open('check/?setup=kiln-rehearsed');
  await walk.sees(/Open takes/);
  const whole = await walk.driver.executeScript<string>(
    'const f = OfflineAudioContext.prototype.decodeAudioData; window.decodedWhole = 0;' +
      'OfflineAudioContext.prototype.decodeAudioData = function (...a) { window.decodedWhole += 1; return f.apply(this, a); };' +
      'return "watched"',
  );
  expect(whole).toBe('watched');
  await open(coded(name));
  await walk.sees(new RegExp(`0:02\\.\\d, 2 channels, 48\\.0 kHz, −${lufs} LUFS`));
  expect(await walk.driver.executeScript('return window.decodedWhole')).toBe(0);
});

test('compressed sound that is cut off is measured as far as it goes; what cannot be opened says so', async () => {
  const half = join(folder, 'half.mp3');
  writeFileSync(half, readFileSync(coded('tone.mp3')).subarray(0, 9000));
  await open(half);
  await walk.sees(/0:01\.\d, 2 channels, 48\.0 kHz, −19\.[3-7] LUFS/);
  await walk.sees(/It ends at 0:01\.\d, before the 0:02\.\d that the file claims/, '[aria-label=Findings]');
  const headless = join(folder, 'headless.m4a');
  writeFileSync(headless, readFileSync(coded('tone.m4a')).subarray(0, 9000));
  await open(headless);
  await walk.sees(/headless\.m4a cannot be measured/);
});

test('what the setup would record is made, heard, measured, and is what was computed', async () => {
  await walk.open('check/?setup=glaze-hall');
  await walk.press(/^Hear what this setup would record$/);
  await walk.sees(/mains hum at 50\.0 Hz/i, '[aria-label=Findings]');
  await walk.sees(/^It is what was computed/, '[aria-label="Beside the prediction"]');
  const playable = 'return document.querySelector("audio").readyState > 0';
  await walk.driver.wait(async () => walk.driver.executeScript<boolean>(playable), PATIENCE_MS, 'it cannot be played');
});

test('edits are steps that can be taken back; a sample is kept in the library; the WAV is saved', async () => {
  await walk.press(/^Edit it, or make a sample of it$/);
  const figures = async (words: RegExp) => walk.sees(words, 'details');
  await figures(/0:00\.00 to 0:20\.00/);
  const end = await walk.find('[role=slider]', /^End$/);
  for (const key of ['\uE00F', '\uE00F', '\uE00F']) await end.sendKeys(key);
  await figures(/0:00\.00 to 0:17\.00/);
  await walk.press(/^Trim to the handles$/);
  await walk.press(/^Take out hum$/);
  await walk.press(/^Low cut at 75 Hz$/);
  await walk.press(/^To −16 LUFS, stream$/);
  await figures(/−1[56]\.\d LUFS.*Done: trimmed, hum taken out, what lies low cut off, loudness set to −16 LUFS/s);
  await walk.press(/^Step back$/);
  await figures(/Done: trimmed, hum taken out, what lies low cut off\./);
  await walk.press(/^Noise down 10 dB$/);
  // What it did is measured, and what it took out can be heard.
  await walk.sees(/Done:.*noise turned down/);
  const changes = await walk.sees(/Hum/, '[aria-label="Before and after"]');
  expect(changes).toMatch(/Hum −[\d.]+ dBFS none/);
  await walk.press(/^What the last step took out$/, 'label');
  await walk.comes('audio[aria-label$="what the last step took out"]');
  await walk.press(/^Keep in the library$/);
  await walk.sees(/as computed, Glaze/, '[aria-label="Library of samples"]');
  await walk.press(/^Save as WAV$/);
  expect(await walk.saved('as computed, Glaze talk, streamed from the hall.wav')).toMatch(/^RIFF/);
  await walk.expectAccessible();
});

test('the same is done to other takes, and what cannot be read is told; keys play the sample', async () => {
  const broken = join(folder, 'broken.wav');
  writeFileSync(broken, 'no sound');
  const text = join(folder, 'notes.txt');
  writeFileSync(text, 'no sound either');
  const files = [wav('first.wav', [sum(talker(5), hiss(-60))]), broken, text];
  await walk.giveFile(files.join('\n'), 'details[open] label input[type=file]');
  await walk.sees(
    /first\.wav: .*voice over noise [\d.]+ dB\(A\) to [\d.]+ dB\(A\).*broken\.wav: .*WAV/s,
    '[aria-label="Other takes"]',
  );
  expect(await walk.saved('edited takes.zip')).toMatch(/^PK/);
  await walk.sees(/One file left out/);
  await walk.press(/^As a sample/);
  const key = await walk.find('[aria-label=Keys] button', /the sample as it is/);
  await key.sendKeys('\uE014', '\uE014', '\uE012');
  const chosen = await walk.find('[aria-label=Keys] button[tabindex="0"]', /^\+1$|[A-G]/);
  await walk.driver.actions().move({ origin: chosen }).press().perform();
  await walk.comes('[aria-label=Keys] button[aria-pressed=true]');
  await walk.driver.actions().release().perform();
  await walk.expectAccessible();
});

test('takes of one event are lined up on one of them, with what was lost on the way', async () => {
  const event = sum(talker(4), hiss(-80));
  const far = sum(scaled(event, -8), hiss(-65, 14, 8));
  const takes = {
    'device.wav': event,
    'camera.wav': joined(far.subarray(2.5 * RATE, 6 * RATE), far.subarray(7 * RATE)),
    'recorder.wav': far.subarray(RATE).map((v) => -v),
  };
  for (const [name, samples] of Object.entries(takes)) {
    await open(wav(name, [samples]));
    await walk.sees(new RegExp(name), '[aria-label=Takes]');
    await walk.sees(/Nothing wrong|to look at/, `[aria-label="${name}"]`);
  }
  await walk.press(/^Line up$/, '[role=tab]');
  const stays = await walk.comes('[aria-label="Line up"] select');
  await stays.sendKeys('device.wav');
  await walk.press(/^Line them up$/);
  const camera = await walk.sees(/camera\.wav begins 2\.500 s after device\.wav/, '[aria-label="Line up"]');
  expect(camera).toMatch(/camera\.wav lies 1\.000 s later: it lost that much/);
  await walk.sees(
    /recorder\.wav begins 1\.000 s after.*recorder\.wav has the opposite polarity/s,
    '[aria-label="Line up"]',
  );
  await walk.press(/^Save camera\.wav lined up, as WAV$/);
  expect(await walk.saved('camera lined up.wav')).toMatch(/^RIFF/);
  await walk.expectAccessible();
});

test('the live input: levels of the file that stands for it, sides, noise, and a test take that is kept', async () => {
  await walk.open('check/?setup=kiln-rehearsed');
  await walk.press(/^Live input$/, '[role=tab]');
  await walk.press(/^Listen$/);
  await walk.sees(/The sides differ/, '[aria-label=Meter]');
  await walk.expectAccessible();
  await walk.press(/^Walk test/);
  await walk.sees(/Stand beside the receiver, and count aloud: [1-8]/);
  await walk.sees(/Walk the way you will walk, and count aloud: 9/);
  await walk.press(/^Enough$/);
  // Cut short it is never green.
  await walk.sees(/Only 1\d s were heard/, '[role=status]');
  await walk.press(/^Test take/);
  await walk.sees(/Recording/);
  await new Promise((resolve) => setTimeout(resolve, 9000));
  await walk.press(/^Enough$/);
  await walk.sees(/test take .*\.wav/, '[aria-label=Takes]');
  const findings = await walk.sees(/sides differ as those of two mics/i, '[aria-label=Findings]');
  // Its noise lies 44 dB and 38 dB under the voices, before weighting.
  expect(findings).toMatch(/the voice is \d\d dB\(A\) above the noise/);
  await walk.open('check/?setup=kiln-rehearsed');
  await walk.sees(/test take .*\.wav/, '[aria-label="Kept with this setup"]');
  await walk.press(/^Throw test take .* away$/);
  await walk.press(/^Bring it back$/);
  await walk.sees(/test take .*\.wav/, '[aria-label="Kept with this setup"]');
});

test('what the browser lists stands beside what was computed, at each plugging, and a name is told once', async () => {
  await walk.open('check/?setup=kiln-song');
  // No test machine has a plug to pull: the list that the browser would give, changed as by plugging.
  const list = (...labels: readonly string[]) =>
    walk.driver.executeScript(
      `
    const devices = arguments[0].map((label) => ({ kind: 'audioinput', deviceId: label, groupId: '', label }));
    navigator.mediaDevices.enumerateDevices = async () => devices;
    navigator.mediaDevices.dispatchEvent(new Event('devicechange'));`,
      labels,
    );
  const probe = '[aria-label="What this device lists"]';
  await list('Built-in Microphone');
  await walk.press(/^Live input$/, '[role=tab]');
  await list('Built-in Microphone');
  await walk.sees(/Built-in Microphone.*Say once what this is/s, probe);
  await (await walk.find('select', /^What Built-in Microphone is$/)).sendKeys('the ');
  await walk.sees(/by the setup the Tablet lists it, and this browser does not/i, probe);
  await walk.sees(/0 of \d+ done/, probe);
  await list('Built-in Microphone', 'USB Audio');
  await walk.sees(/USB Audio came/, probe);
  await (await walk.find('select', /^What USB Audio is$/)).sendKeys('Two-input');
  await walk.sees(/USB Audio.*Listed, as computed/s, probe);
  await walk.sees(/[1-9] of \d+ done/, probe);
  await walk.expectAccessible();
  await list('Built-in Microphone');
  await walk.sees(/USB Audio went/, probe);
  await walk.driver.navigate().refresh();
  await walk.press(/^Live input$/, '[role=tab]');
  await list('Built-in Microphone', 'USB Audio');
  await walk.sees(/USB Audio.*Listed, as computed/s, probe);
});

test('a browser that keeps its processing on, or gives another rate, is told of; a plug that comes out loses nothing', async () => {
  await walk.open('check/?setup=kiln-rehearsed');
  await walk.press(/^Live input$/, '[role=tab]');
  // What this browser answers, as another might: no test machine has an input that can be pulled out.
  await walk.driver.executeScript(`
    const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getUserMedia = async (wish) => {
      const stream = await open(wish);
      const [track] = stream.getAudioTracks();
      const told = track.getSettings.bind(track);
      track.getSettings = () => ({ ...told(), noiseSuppression: true, sampleRate: 16000, channelCount: 1 });
      window.muted = (on) => { track.enabled = !on; };
      window.pulledOut = () => { track.stop(); track.dispatchEvent(new Event('ended')); };
      return stream;
    };
    const Before = window.AudioContext;
    window.AudioContext = class extends Before {
      constructor() { super(); window.listening = this; }
    };`);
  await walk.press(/^Listen$/);
  await walk.sees(/still takes out noise, though it was asked not to/);
  await walk.sees(/gives 16000 Hz and the browser turns it into \d+ Hz/);
  await walk.sees(/one channel only/);
  await walk.press(/^Test take/);
  await walk.sees(/Recording/);
  await new Promise((resolve) => setTimeout(resolve, 3000));
  await walk.driver.executeScript('window.pulledOut()');
  await walk.sees(/test take .*\.wav/, '[aria-label=Takes]');
  await walk.press(/^Live input$/, '[role=tab]');
  await walk.press(/^Listen$/);
  await walk.sees(/The sides differ|Peak|dBFS/, '[aria-label=Meter]');
  await walk.driver.executeScript('window.listening.suspend()');
  await walk.sees(/The browser has paused listening/);
  await walk.press(/Live input/, '[role=tab]');
  await walk.driver.wait(
    async () => (await walk.driver.executeScript('return window.listening.state')) === 'running',
    PATIENCE_MS,
    'it never went on',
  );
  await walk.driver.wait(async () => !/has paused/.test((await walk.texts('body')).join()), PATIENCE_MS);
  // Cut short, nothing is green: what was heard is too little.
  await walk.press(/^Noise/);
  await walk.sees(/Be still/);
  await walk.driver.executeScript('window.pulledOut()');
  await walk.sees(/input went away in the middle/);
  await walk.sees(/Cut short after \d s: too little to tell/);
  // Whoever leaves in the middle of a take has it as far as it came.
  await walk.press(/^Listen$/);
  await walk.sees(/dBFS|sides/, '[aria-label=Meter]');
  const takes = (await walk.texts('[aria-label=Takes] li')).length;
  await walk.press(/^Test take/);
  await walk.sees(/Recording/);
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await walk.press(/^Takes$/, '[role=tab]');
  await walk.driver.wait(
    async () => (await walk.texts('[aria-label=Takes] li')).length > takes,
    PATIENCE_MS,
    'the take is lost',
  );
  // What stays ill at the meter can be looked for, without a test.
  await walk.press(/^Live input$/, '[role=tab]');
  await walk.press(/^Listen$/);
  await walk.sees(/dBFS|sides/, '[aria-label=Meter]');
  await walk.driver.executeScript('window.muted(true)');
  await walk.press(/^Find what causes it$/);
  await walk.sees(/You notice: .*no level/i);
});
