import { mustAssess } from '../assess';
import type { Catalogue, Setup } from '../model';
import { type KnobPlace, knobsInOrder } from './knobs';
import { type Contest, contest, type Setting, solveKnobs, type Wish } from './solve';
import { type VoiceRange, voiceRanges } from './voices';
import { type KnobWindow, windowOf } from './window';

/** Everything the levels screen shows, as plain data; windows come one after the other. */
export interface Levels {
  readonly knobs: readonly KnobPlace[];
  readonly voices: readonly VoiceRange[];
  readonly now: Setting['figures'] | null;
  readonly schools: {
    readonly sourceHot: Setting;
    readonly deviceHot: Setting;
    readonly best: Setting;
    readonly contest: Contest;
  } | null;
  readonly windows: readonly KnobWindow[];
  readonly done: boolean;
}

/** Step by step, so that a caller shows what there is and stops when it likes: first the solution, then each window. */
export function* levelsOf(setup: Setup, catalogue: Catalogue, wish: Wish): Generator<Levels> {
  const now = mustAssess(setup, catalogue);
  const knobs = knobsInOrder(now);
  const solution = solveKnobs(setup, catalogue, wish);
  const base = {
    knobs,
    voices: voiceRanges(now),
    now: solution?.now ?? null,
    schools: solution && {
      sourceHot: solution.sourceHot,
      deviceHot: solution.deviceHot,
      best: solution.best,
      contest: contest(solution),
    },
  };
  const seated = mustAssess(setup, catalogue, { reach: 'seated' });
  const windows: KnobWindow[] = [];
  yield { ...base, windows: [], done: false };
  for (const place of knobs) {
    if (place.knob.unit !== 'dB') continue;
    windows.push(windowOf(setup, catalogue, place, seated));
    yield { ...base, windows: [...windows], done: false };
  }
  yield { ...base, windows, done: true };
}
