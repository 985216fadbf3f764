import { describe, expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { trialJob, voice } from '@/tests/support/trials';
import { itemAt } from '../algorithms';
import { mustAssess } from '../assess';
import { otherHoles } from '../change';
import { type Drawer, FORMAT_VERSION, type Setup, turnKnob } from '../model';
import { plan } from './plan';

// A host with a guest beside them takes a caller, and must hear all of it. By common practice the caller comes into the
// last stereo pair, and gets a send that their own channel is not in.
const owned = [
  'mixer-8',
  'dynamic-handheld',
  'dynamic-handheld',
  'lead-xlr',
  'lead-xlr',
  'headphones-6.35',
  'lead-3-2x6.35',
  'lead-6.35-3.5',
  'pad-20',
];
const drawer: Drawer = {
  format: 'symplex.drawer',
  version: FORMAT_VERSION,
  id: 'host',
  name: 'Host',
  parts: owned.map((c, i) => ({ id: `p${i}`, class: c })),
};
const job = trialJob({
  budget: 0,
  purpose: 'call',
  app: 'browser-call',
  hearing: 'both',
  sources: [voice('host'), voice('guest')],
  device: 'laptop-two-holes',
});
const { answers } = [...plan(job, drawer, catalogue)].at(-1)!;
const [{ setup }] = answers;
const readings = (s: Setup) => mustAssess(s, catalogue).readings;
const heard = (s: Setup) => mustAssess(s, catalogue).verdicts.find((v) => v.gate === 'heard')!;
const mixer = setup.parts.find((p) => p.class === 'mixer-8')!.id;
const at = (s: Setup, port: string) =>
  s.joints.find((j) => [j.a, j.b].some((r) => r.part === mixer && r.port === port));

describe('one device both ways through a mixer', () => {
  test('the caller comes into the stereo pair, and what goes to them is a send without it', () => {
    expect(itemAt(answers, 0).score).toMatchObject({ failing: 0, unknown: 0 });
    expect(at(setup, 'stereo-left') && at(setup, 'stereo-right') && at(setup, 'phones')).toBeDefined();
    expect(at(setup, 'main-left') ?? at(setup, 'monitor-left') ?? at(setup, 'rec-left')).toBeUndefined();
    expect(
      heard(setup)
        .findings.map((f) => f.sentence)
        .join(),
    ).toMatch(/yourself by wire.*hear the caller from/s);
  });

  test('the line goes by the send, and not back through the cable that brings the caller', () => {
    for (const { path } of readings(setup).lines) {
      // A pad on the way to the mic socket is a matter of margin, and none of the way.
      const classes = path!.parts.map((id) => setup.parts.find((p) => p.id === id)!.class);
      expect(classes.filter((c) => c !== 'pad-20')).toEqual([
        'dynamic-handheld',
        'lead-xlr',
        'mixer-8',
        'lead-6.35-3.5',
        'laptop-two-holes',
      ]);
    }
  });

  test('from the main output instead the caller hears themself, by as much as their channel is turned up', () => {
    const send = (at(setup, 'aux') ?? at(setup, 'effects'))!;
    const moved = otherHoles(setup, catalogue, send.id).find((h) => h.part === mixer && h.port.id === 'main-left')!;
    const verdict = heard(moved.setup);
    expect(verdict.status).toBe('fail');
    expect(verdict).toMatchObject({ message: 'heard.echo-bus', values: { part: 'Mixer with sends' } });
    const loss = (s: Setup) => itemAt(readings(s).echo, 0).lossDb;
    // While the ears are not louder than one listens, the device plays as before: what is turned down is lost.
    const quiet = (db: number) => loss(turnKnob(turnKnob(moved.setup, mixer, 'phones', -30), mixer, 'stereo', db));
    expect(quiet(-9) - quiet(0)).toBeCloseTo(9, 1);
    expect(loss(moved.setup)).toBeLessThan(loss(setup) - 40);
  });

  test('a cable that brings left and right to hot and cold cancels one voice that is on both', () => {
    const [left, right] = [at(setup, 'stereo-left')!, at(setup, 'stereo-right')!];
    const lead = [left.a, left.b].find((r) => r.part !== mixer)!.part;
    const player = setup.joints.find((j) => j !== left && j !== right && [j.a.part, j.b.part].includes(lead))!;
    const balanced: Setup = {
      ...setup,
      parts: setup.parts.map((p) => (p.id === lead ? { id: lead, class: 'lead-6.35-3.5' } : p)),
      joints: setup.joints
        .filter((j) => j !== right)
        .map((j) =>
          j === left
            ? { ...j, a: { part: lead, port: 'a' }, b: { part: mixer, port: 'line2' } }
            : j === player
              ? { ...j, a: { part: setup.job.device, port: 'phones' }, b: { part: lead, port: 'b' } }
              : j,
        ),
    };
    // As loud in one channel as in the other: what is left is what does not cancel.
    const level = turnKnob(balanced, mixer, 'gain2', 0);
    const loudness = (s: Setup) => Math.max(...readings(s).ears.map((e) => e.leftSpl));
    expect(loudness(setup)).toBeGreaterThan(65);
    expect(loudness(level)).toBeLessThan(loudness(setup) - 30);
  });
});

test('over a headset’s shared ground the echo follows the resistance that both share', () => {
  // I R by hand: the headphone current drops a voltage on the ground contact, in series with the microphone.
  const call = (ohm: number): Setup => ({
    format: 'symplex.setup',
    version: FORMAT_VERSION,
    id: 'call',
    name: 'call',
    job: { ...job, device: 'laptop-headset', sources: [voice('host')], hearing: 'far-end' },
    parts: [
      { id: 'ears', class: 'earphones-mic' },
      { id: 'laptop', class: 'laptop-headset' },
    ],
    joints: [{ id: 'j', a: { part: 'ears', port: 'plug' }, b: { part: 'laptop', port: 'socket' }, contactOhm: ohm }],
    placements: [{ source: 'vhost', part: 'ears', distanceM: 0.15 }],
    chosenInput: 'newest',
  });
  const loss = (ohm: number) => itemAt(readings(call(ohm)).echo, 0).lossDb;
  expect(loss(1) - loss(2)).toBeGreaterThan(4);
  expect(loss(1) - loss(2)).toBeLessThan(6.5);
  expect(heard(call(8)).message).toBe('heard.echo-ground');
});
