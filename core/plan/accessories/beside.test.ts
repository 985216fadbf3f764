import { expect, test } from 'vitest';
import { catalogue } from '@/tests/support/frozen';
import { trialJob } from '@/tests/support/trials';
import type { Job } from '../../model';
import { isWorking } from '../answers';
import { type PlanProgress, plan } from '../plan';

const last = (job: Partial<Job>): PlanProgress => [...plan(trialJob(job), null, catalogue)].at(-1)!;
const DESK = { device: 'laptop-headset', app: 'studio', place: 'desk-mains', budget: null } as const;

test('headphones, a charger and a keyboard that are asked for by name come to every chain, each once, and it works', () => {
  for (const [asked, of] of [
    ['headphones', { ...DESK, hearing: 'nothing' }],
    // Where somebody must hear they are those, and no others.
    ['headphones-6.35', { ...DESK, device: 'laptop-two-holes', hearing: 'myself' }],
    ['charger-usb-c', { ...DESK, device: 'phone-usb-c', app: 'recorder-picker' }],
    ['keyboard-small', { ...DESK, device: 'laptop-two-holes' }],
  ] as const) {
    const { answers } = last({ ...of, with: [{ class: asked }] });
    expect(answers.length).toBeGreaterThan(0);
    for (const a of answers) {
      expect([asked, isWorking(a)]).toEqual([asked, true]);
      const classes = a.setup.parts.map((p) => p.class);
      expect(classes.filter((c) => c === asked)).toEqual([asked]);
      if (asked.startsWith('headphones'))
        expect(classes.filter((c) => catalogue.parts.get(c)!.kind === 'listening')).toEqual([asked]);
    }
  }
});

test('what goes in nowhere leaves no answer', () => {
  expect(
    last({ ...DESK, device: 'recorder-pocket', app: 'device-own', with: [{ class: 'charger-8c' }] }).answers,
  ).toEqual([]);
});
