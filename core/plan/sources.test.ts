import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { from, trialJob, voice } from '@/tests/support/trials';
import { itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { checkDocument, FORMAT_VERSION, type Job, type Setup } from '../model';
import type { Answer } from './answers';
import { plan } from './plan';
import { tuneKnobs } from './tuning';

// What a practitioner would answer, by common practice: an instrument goes into a high resistance, a line feed through a
// pad, a voice and an instrument into an input each.
function answersOf(wanted: Job): readonly Answer[] {
  const { answers } = [...plan(wanted, null, catalogue)].at(-1)!;
  for (const a of answers) {
    expect(checkDocument(a.setup, catalogue)).toBeNull();
    expect(a.setup.placements.map((p) => p.source).sort()).toEqual(wanted.sources.map((s) => s.id).sort());
    expect(a.toBuy.map((p) => catalogue.parts.get(p.class)!.kind)).not.toContain('source');
  }
  expect(itemAt(answers, 0).score).toMatchObject({ failing: 0, unknown: 0 });
  return answers;
}
const classes = (setup: Setup) => setup.parts.map((p) => p.class);
const status = (setup: Setup, gate: string) =>
  tuneKnobs(setup, catalogue).assessment.verdicts.find((v) => v.gate === gate)!.status;

/** A row of parts, each joined to the next by the ports named. */
function row(wanted: Job, ...parts: readonly (readonly [string, string, string])[]): Setup {
  return {
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id: 'row',
    name: 'row',
    job: wanted,
    parts: parts.map(([c]) => ({ id: c, class: c })),
    joints: parts.slice(1).map(([c, into], i) => ({
      id: `j${i}`,
      a: { part: itemAt(parts, i)[0], port: itemAt(parts, i)[2] },
      b: { part: c, port: into },
    })),
    placements: [{ source: itemAt(wanted.sources, 0).id, part: itemAt(parts, 0)[0], distanceM: 1 }],
    chosenInput: 'newest',
  };
}

test('a guitar wants a high resistance: straight into a microphone input it is dull, and no answer does that', () => {
  const wanted = trialJob({ sources: [from('guitar-passive')], device: 'laptop-headset', app: 'studio' });
  const rest = [
    ['lead-usb-a-c', 'b', 'a'],
    ['laptop-headset', 'usb', ''],
  ] as const;
  const straight = row(
    wanted,
    ['guitar-passive', '', 'out'],
    ['lead-6.35-xlr', 'a', 'b'],
    ['interface-usb-1', 'in1', 'usb'],
    ...rest,
  );
  const box = row(
    wanted,
    ['guitar-passive', '', 'out'],
    ['lead-instrument', 'a', 'b'],
    ['di-passive', 'in', 'xlr'],
    ['interface-usb-1', 'in1', 'usb'],
    ...rest,
  );
  expect(status(straight, 'clean')).toBe('fail');
  expect(status(box, 'clean')).not.toBe('fail');
  const boxes = ['di-passive', 'di-active', 'interface-headset-instrument'];
  for (const a of answersOf(wanted)) expect(classes(a.setup).some((c) => boxes.includes(c))).toBe(true);
});

test('a line feed into a phone is brought down on the way; without that it is far too hot', () => {
  const wanted = trialJob({ sources: [from('feed-xlr')], device: 'phone-headset', app: 'streaming', purpose: 'live' });
  const bare = row(
    wanted,
    ['feed-xlr', '', 'out'],
    ['lead-xlr-3', 'a', 'b'],
    ['splitter-2-1', 'mic', 'plug'],
    ['phone-headset', 'socket', ''],
  );
  const level = tuneKnobs(bare, catalogue).assessment.verdicts.find((v) => v.gate === 'level')!;
  expect(level).toMatchObject({ status: 'fail' });
  // 40 to 60 dB between line and microphone level, less what the device's range takes up: common practice.
  expect(level.value).toBeLessThan(-15);
  for (const a of answersOf(wanted)) expect(a.verdicts.find((v) => v.gate === 'level')!.status).not.toBe('fail');
});

test('a voice and a guitar have an input each, and each its own gain', () => {
  const wanted = trialJob({
    sources: [voice(1), from('guitar-acoustic')],
    device: 'tablet-usb-c',
    app: 'studio',
    arrangement: 'side-each',
  });
  const { setup } = itemAt(answersOf(wanted), 0);
  const { channels } = mustAssess(setup, catalogue).readings;
  const loudest = (source: string) => channels.map((c) => c.arrivals.find((a) => a.source === source)!.peakDbfs);
  const [v, g] = [loudest('v1'), loudest('guitar-acoustic')];
  expect(v.indexOf(Math.max(...v))).not.toBe(g.indexOf(Math.max(...g)));
  expect(Math.max(...g)).toBeLessThan(-1);
});

test('what has a left and a right is joined on both sides, and a lost side is told', () => {
  const wanted = trialJob({
    sources: [from('feed-phono')],
    device: 'phone-usb-c',
    app: 'streaming',
    arrangement: 'both-sides',
  });
  const { setup } = itemAt(answersOf(wanted), 0);
  const lead = setup.parts.find((p) => p.class === 'lead-phono-3.5')!.id;
  expect(setup.joints.filter((j) => [j.a.part, j.b.part].includes(lead))).toHaveLength(3);
  const half = { ...setup, joints: setup.joints.filter((j) => j.a.port !== 'right' && j.b.port !== 'right') };
  const wired = mustAssess(half, catalogue).verdicts.find((v) => v.gate === 'wired')!;
  expect(wired.findings.map((f) => f.sentence).join()).toMatch(/nothing of its (left|right) side/);
});

test('two microphones go into a recorder that has a socket for each, and the caller into one by a cable', () => {
  const two = answersOf(trialJob({ sources: [voice(1), voice(2)], device: 'recorder-xlr', arrangement: 'side-each' }));
  expect(itemAt(two, 0).setup.joints.filter((j) => [j.a.part, j.b.part].includes('recorder-xlr'))).toHaveLength(2);
  const far = answersOf(
    trialJob({ sources: [from('call-phone')], device: 'recorder-pocket', arrangement: 'both-sides' }),
  );
  expect(itemAt(far, 0).cost).toBeLessThan(15);
});

test('where the device’s own socket spoils what comes by wire, the search goes on to what does not', () => {
  // Many cheap ways lead into the mic socket, all of them too little resistance for a guitar.
  const guitar = { sources: [from('guitar-passive')], place: 'desk-mains', budget: null } as const;
  for (const [device, app] of [
    ['laptop-two-holes', 'studio'],
    ['recorder-xlr', 'device-own'],
  ] as const) {
    const [first] = answersOf(trialJob({ ...guitar, device, app }));
    expect(classes(first!.setup)).toContain('di-passive');
  }
  // What the phone senses lies in all that leads there: a piece that gives it its resistance comes before the swap of order.
  const player = { sources: [from('player')], device: 'phone-headset-old', budget: null } as const;
  const [led] = answersOf(trialJob(player));
  expect(classes(led!.setup)).toEqual(expect.arrayContaining(['line-to-headset', 'order-swap']));
});
