import { describe, expect, test } from 'vitest';
import { assessed, gate, twoInABox, usbMic } from '@/tests/support/bench-setup';
import { catalogue, demoSetups } from '@/tests/support/frozen';
import type { Session, Setup } from '../model';
import { mends } from '.';

const best = (setup: Setup) => [...mends(setup, null, catalogue)].at(-1)!.mends[0];
const named = (id: string): Setup => demoSetups.find((s) => s.id === id)!;
const failing = (setup: Setup) => assessed(setup).verdicts.filter((v) => v.status === 'fail').length;

describe('what was done wrong at the device is put right there, for nothing', () => {
  test.each<[string, Setup, Session, RegExp]>([
    ['opened too early', usbMic('plain-camera'), { openedAfter: 0 }, /^Close the plain camera app and open it again$/],
    ['not allowed', usbMic('recorder-picker'), { permission: 'refused' }, /^Allow the recorder app/],
    ['no automatic choice', usbMic('streaming'), { automatic: 'off' }, /^Turn automatic choice of the input on/],
    ['told headphones', named('clay-call'), { answer: 'headphones' }, /answer that it has a mic$/],
    ['a track not armed', named('kiln-song'), named('kiln-song').session!, /^Arm all tracks/],
  ])('%s', (_, setup, session, label) => {
    const { session: __, ...careful } = setup;
    const wrong: Setup = { ...careful, session };
    expect(failing(wrong)).toBeGreaterThan(0);
    const mend = best(wrong);
    expect(mend).toMatchObject({ cost: 0, label: expect.stringMatching(label) });
    expect(failing(mend.setup)).toBe(0);
    // Only what was done at the device is other than before.
    expect(mend.setup.parts).toEqual(wrong.parts);
    expect(mend.setup.joints).toEqual(wrong.joints);
  });
  test('a second voice that noise processing swallows comes back when it is turned off', () => {
    const pair = twoInABox('browser-call');
    expect(gate(assessed(pair), 'wired').brief).toBe('not recorded');
    expect(best(pair)).toMatchObject({ label: 'Turn noise processing off in the browser call page', cost: 0 });
  });
});
