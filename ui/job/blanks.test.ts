import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { catalogue } from '@/catalogue';
import { checkDocument, FORMAT_VERSION, type Job, withSources } from '@/core/model';
import { demoJobs } from '@/demo';
import { alsoText, BLANKS, type ChoiceBlank, jobSentence, newInstrument, ROOMS, roomText } from './blanks';

const blanks: readonly ChoiceBlank[] = Object.values(BLANKS);
const lead = demoJobs.find((j) => j.sources.length === 1) as Job;

/** Any job that a hand can make of a demo job by its blanks. */
const anyJob = fc
  .tuple(
    fc.constantFrom(...demoJobs),
    fc.array(fc.tuple(fc.constantFrom(...blanks), fc.nat(40), fc.boolean()), { maxLength: 8 }),
  )
  .map(([start, acts]) =>
    acts.reduce((job, [blank, n, adds]) => {
      const choices = blank.choices(job);
      const filled = choices[n % choices.length]?.fill(job) ?? job;
      return adds && filled.sources.length < 8
        ? withSources(filled, [...filled.sources, newInstrument(filled)])
        : filled;
    }, start),
  );

describe('whatever blanks are filled, in whatever order', () => {
  test('the job can be kept, and its sentence says what was chosen', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        expect(checkDocument({ ...job, version: FORMAT_VERSION }, catalogue)).toBeNull();
        expect(new Set(job.sources.map((s) => s.id)).size).toBe(job.sources.length);
        const sentence = jobSentence(job);
        for (const blank of [BLANKS.purpose, BLANKS.device, BLANKS.app, BLANKS.hearing, BLANKS.place])
          expect(sentence).toContain(blank.now(job));
        expect(sentence).not.toMatch(/undefined|null|NaN| {2}| ,/);
      }),
      { numRuns: 150, seed: 5 },
    );
  });
  test('each choice does what its words say, and choosing it again changes nothing', () => {
    fc.assert(
      fc.property(anyJob, fc.constantFrom(...blanks), fc.nat(40), (job, blank, n) => {
        const choices = blank.choices(job);
        const choice = choices[n % choices.length];
        if (!choice) return;
        const once = choice.fill(job);
        if (blank !== BLANKS.voices) expect(blank.now(once).toLowerCase()).toBe(choice.words.toLowerCase());
        const again = blank.choices(once).find((c) => c.key === choice.key);
        expect(again?.fill(once)).toEqual(once);
      }),
      { numRuns: 200, seed: 6 },
    );
  });
  test('a side each is offered to more than one, and gone where one is left', () => {
    fc.assert(
      fc.property(anyJob, (job) => {
        const offered = BLANKS.arrangement.choices(job).some((c) => c.key === 'side-each');
        expect(offered).toBe(job.sources.length > 1);
        const apart: Job = { ...job, arrangement: 'side-each' };
        expect(withSources(apart, job.sources.slice(0, 1)).arrangement).toBe('both-sides');
      }),
      { numRuns: 60, seed: 7 },
    );
  });
});

test('fewer voices keep those that were named first, instruments stay, and more get names of their own', () => {
  const named: Job = withSources(lead, [
    { id: 'ana', name: 'Ana', splAt1m: 62 },
    { id: 'ben', name: 'Ben', splAt1m: 68 },
    newInstrument(lead),
  ]);
  const to = (n: number) =>
    BLANKS.voices
      .choices(named)
      .find((c) => c.key === String(n))
      ?.fill(named).sources ?? [];
  expect(to(1).map((s) => s.name)).toEqual(['Ana', 'Instrument']);
  expect(to(3).map((s) => s.name)).toEqual(['Ana', 'Ben', 'Voice 3', 'Instrument']);
  expect(to(0).map((s) => s.name)).toEqual(['Instrument']);
  expect(BLANKS.voices.now(named)).toBe('two voices and an instrument');
});

test('a room is told by its words, or by its figures where it is nobody’s', () => {
  for (const { words, room } of ROOMS) expect(roomText(room ?? undefined)).toBe(words);
  expect(roomText({ volumeM3: 70, reverbS: 0.7, noiseDba: 31 })).toBe('a room of 70 m³ and 0.7 s');
});

test('further devices are named, none where there are none', () => {
  expect(alsoText({ ...lead, also: [] })).toBe('nowhere else');
  expect(alsoText({ ...lead, also: [{ device: 'camera', app: 'camera-app' }] })).toMatch(/^also on a .*camera/i);
});
