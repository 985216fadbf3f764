import { describe, expect, test } from 'vitest';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import { itemAt } from '../algorithms';
import { mustAssess, type Report, report as reportOf } from '../assess';
import type { Setup } from '../model';
import { compareTake, type TakeReport, takeReport } from '../take';
import { soundOf } from '../wav';
import { recordingOf } from './record';
import { VOICE_RATE_HZ, voice } from './voice';

// What the gates said must be found again in the recording that the setup would make. The analyser knows nothing of the
// setup, and the recording nothing of the analyser.

async function looped(setup: Setup) {
  const assessment = mustAssess(setup, catalogue);
  const report = reportOf(assessment);
  const take = await takeReport(soundOf(VOICE_RATE_HZ, recordingOf(report, setup, 16)));
  const rows = compareTake(take, report, (part) => part);
  const status = (gate: string) => assessment.verdicts.find((v) => v.gate === gate)!.status;
  return { report, take, rows, status };
}
const fails = (take: TakeReport) => take.findings.filter((f) => f.status === 'fail').map((f) => f.what);

const micRow = (take: TakeReport, report: Report) =>
  compareTake(take, report, (part) => part).find((r) => r.what === 'mic');

describe.each(demoSetups)('$id', (setup) => {
  test("what the device's own mic recorded is known from what the line did, whichever the setup says", async () => {
    const report = reportOf(mustAssess(setup, catalogue));
    if (!report.lines.some((l) => l.arrives)) return;
    const [outside] = report.channels;
    const madeBy = async (isOwn: boolean) => {
      const inputs = report.inputs.map((i) => ({
        ...i,
        chosen: isOwn ? i.builtIn : i.part === outside!.part && i.id === outside!.input,
      }));
      const said = { ...report, inputs };
      return { said, take: await takeReport(soundOf(VOICE_RATE_HZ, recordingOf(said, setup, 16))) };
    };
    const [own, line] = [await madeBy(true), await madeBy(false)];
    expect(micRow(own.take, own.said)).toMatchObject({ agrees: true, measured: `the ${report.device}'s own mic` });
    expect(micRow(own.take, line.said)).toMatchObject({ agrees: false, gates: ['seen'] });
    // Where both would sound alike nothing is said, or that it is as it should be.
    expect(micRow(line.take, line.said)?.agrees ?? true).toBe(true);
    expect(micRow(line.take, own.said)?.agrees).not.toBe(true);
  });
  test('the recording holds what the gates said', async () => {
    const { report, take, rows, status } = await looped(setup);
    if (!report.lines.some((l) => l.arrives)) {
      // Nothing of the voice is there to be compared, and that is told.
      expect(status('wired')).toBe('fail');
      return;
    }
    expect(rows.length).toBeGreaterThan(0);
    if (report.inputs.find((i) => i.chosen)?.builtIn !== false) {
      // The wrong microphone: it shows in what was measured, and leads back to Seen.
      expect(status('seen')).toBe('fail');
      expect(rows.flatMap((r) => r.gates)).toContain('seen');
      return;
    }
    for (const r of rows) expect(r.agrees, `${r.what} ${r.channel}: ${r.expected}, ${r.measured}`).not.toBe(false);
    const clips = rows.some((r) => r.what === 'clipping' && /clips/.test(r.expected));
    expect(fails(take).some((w) => w === 'clipping' || w === 'flat tops')).toBe(clips);
    if (clips) expect(status('level')).toBe('fail');
    const hums = report.channels.some((c) => c.overHumDbA !== null && c.overHumDbA < 35);
    expect(fails(take).includes('hum')).toBe(hums);
    if (hums) expect(status('clean')).toBe('fail');
  });
});

test('a voice where nothing is recorded by the setup is another mic', async () => {
  const setup = itemAt(demoSetups, 0);
  const report = reportOf(mustAssess(setup, catalogue));
  const take = await takeReport(soundOf(VOICE_RATE_HZ, recordingOf(report, setup, 16)));
  const none = { ...report, inputs: report.inputs.map((i) => ({ ...i, chosen: false })), channels: [] };
  expect(micRow(take, none)).toMatchObject({ expected: 'nothing', agrees: false, gates: ['seen'] });
  // Far louder than the device's own mic could make it, where that is what is recorded by the setup.
  const own = { ...report, inputs: report.inputs.map((i) => ({ ...i, chosen: i.builtIn })), channels: [] };
  const loud = recordingOf(report, setup, 16).map((x) => x.map((v) => 3 * v));
  expect(micRow(await takeReport(soundOf(VOICE_RATE_HZ, loud)), own)).toMatchObject({ agrees: false, gates: ['seen'] });
  // A voice between pauses that are mute, or without any, is somebody who speaks.
  const gated = voice(16, 2).map((v) => 0.01 * v);
  for (const x of [gated, gated.subarray(0.7 * VOICE_RATE_HZ, 1.9 * VOICE_RATE_HZ)])
    expect(micRow(await takeReport(soundOf(VOICE_RATE_HZ, [x])), own)?.sentence).not.toMatch(/nobody speaks/i);
  const silent = await takeReport(soundOf(VOICE_RATE_HZ, [new Float32Array(16 * VOICE_RATE_HZ)]));
  expect(micRow(silent, none)).toMatchObject({ expected: 'nothing', agrees: true });
});

test('a file of fewer or more channels than were computed says what is lost by it, or comes besides', async () => {
  const setup = demoSetups.find((s) => reportOf(mustAssess(s, catalogue)).channels.length === 2)!;
  const same = reportOf(mustAssess(setup, catalogue));
  const [first, second] = same.channels as [Report['channels'][number], Report['channels'][number]];
  // Another talker on the second channel.
  const other = { ...second, arrivals: second.arrivals.map((a) => ({ ...a, source: 'another' })) };
  const report = { ...same, channels: [first, other] };
  const [left] = recordingOf(same, setup, 16) as [Float32Array];
  const right = voice(16, 7).map((v) => 0.1 * v);
  const one = { ...same, channels: [first] };
  const nothing = new Float32Array(left.length);
  const row = async (said: Report, ...channels: Float32Array[]) => {
    const rows = compareTake(await takeReport(soundOf(VOICE_RATE_HZ, channels)), said, (part) => part);
    return rows.find((r) => r.what === 'sides');
  };
  expect(await row(report, left)).toMatchObject({ expected: '2 channels', measured: 'one channel', agrees: false });
  expect(await row(same, left)).toMatchObject({ agrees: true });
  expect(await row(one, left, left)).toMatchObject({ expected: 'one channel', measured: '2 channels', agrees: true });
  expect(await row(one, left, nothing)).toMatchObject({
    agrees: false,
    sentence: expect.stringMatching(/right side is silent/),
  });
  expect(await row(one, left, right)).toMatchObject({ agrees: false, sentence: expect.stringMatching(/1 more/) });
  expect(await row(report, left, right, nothing)).toMatchObject({ expected: '2 channels', agrees: true });
  expect(await row(report, left, right, left)).toMatchObject({ agrees: false });
});

test('a louder voice is louder in the recording by as much, and hides the noise by as much', async () => {
  const setup = itemAt(demoSetups, 0);
  const louder: Setup = {
    ...setup,
    job: { ...setup.job, sources: setup.job.sources.map((s) => ({ ...s, splAt1m: s.splAt1m + 6 })) },
  };
  const [a, b] = [(await looped(setup)).take.perChannel[0], (await looped(louder)).take.perChannel[0]];
  expect(b.activeDbfs! - a.activeDbfs!).toBeCloseTo(6, 0);
  expect(b.snrDbA! - a.snrDbA!).toBeCloseTo(6, 0);
});

test('the room that was told is found again; a talker who sat four times further off is told so', async () => {
  const demo = demoSetups.find((d) => d.id === 'kiln-song')!;
  const setup = { ...demo, job: { ...demo.job, room: { volumeM3: 200, reverbS: 1, noiseDba: 25 } } };
  const report = reportOf(mustAssess(setup, catalogue));
  const rowOf = async (made: Report) => {
    const take = await takeReport(soundOf(VOICE_RATE_HZ, recordingOf(made, setup, 30)));
    const row = compareTake(take, report, (part) => part).find((r) => r.what === 'room')!;
    return { row, room: itemAt(take.perChannel, 0).room! };
  };
  const near = await rowOf(report);
  expect(near.row.agrees).toBe(true);
  expect(Math.abs(Math.log2(near.room.decayS / 1))).toBeLessThan(0.5);
  const further = report.lines.map((l) => (l.room ? { ...l, room: { ...l.room, directDb: l.room.directDb - 12 } } : l));
  const far = await rowOf({ ...report, lines: further });
  expect(far.row).toMatchObject({ agrees: false, message: 'compare.room-far', gates: ['clean'] });
});
