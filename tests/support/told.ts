import { expect } from 'vitest';
import { itemAt } from '../../core/algorithms';
import { assessed, type Sketch, sketch, toldOf } from './bench-setup';

/** A setup that is wrong, and what must be told of it. */
export interface Row {
  readonly name: string;
  readonly sketch: Sketch;
  /** Where it is, by ids of the sketch. */
  readonly at: { readonly part?: string; readonly joint?: string };
  readonly says: RegExp;
  readonly fix: RegExp;
  /** Gates that the first fix leaves failing. */
  readonly leaves?: readonly string[];
}

/** What is said first, where it points, the first fix, and what comes of that fix once it is carried out. */
export function expectTold({ sketch: s, at, says, fix, leaves }: Row): void {
  const setup = sketch(s);
  const { first, mends } = toldOf(setup);
  expect(first.line).toMatch(says);
  expect(first).toMatchObject(at);
  expect(first.sentence.split(' ').length).toBeLessThanOrEqual(40);
  expect(itemAt(mends, 0).label).toMatch(fix);
  // The advice is carried out: what it says is what comes of it.
  const after = assessed(itemAt(mends, 0).setup);
  expect(after.verdicts.filter((v) => v.status === 'fail').map((v) => v.gate)).toEqual(leaves ?? []);
}

/** A microphone through a mixer into a camera. */
export const mixed = (knobs: Record<string, number>, out: string, at = 0.1): Sketch => ({
  job: { app: 'plain-camera' },
  device: 'camera',
  parts: { mic: 'dynamic-handheld', x: 'lead-xlr', mixer: { class: 'mixer-8', knobs }, l: 'lead-6.35-3.5' },
  joints: ['mic.xlr > x.a', 'x.b > mixer.mic1', `mixer.${out} > l.a`, 'l.b > camera.mic'],
  hears: { mic: at },
});
