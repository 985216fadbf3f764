import type { Catalogue, Session, Setup } from '../model';
import type { Change } from './change';
import { say } from './say';

/** What a hand does at the device and the app before it counts, beyond knobs: one sentence an act. */
export const sessionActs = (setup: Setup, catalogue: Catalogue): readonly string[] =>
  (Object.keys(setup.session ?? {}) as (keyof Session)[]).map((key) => {
    const change = { do: 'session', set: { [key]: setup.session?.[key] } } as Change;
    return say(setup, catalogue, change);
  });
