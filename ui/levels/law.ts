import type { KnobSpec } from '@/core/model';

/** Amplitude taper of a fader: fine near the top, all of the far bottom in a finger's width; our choice, like most mixers. */
const TAPER_DB = 40;
const taper = (db: number): number => 10 ** (db / TAPER_DB);

/** Where a position stands along the way of the knob, 0 to 1, by its law. */
export function shareOf({ min, max, law }: KnobSpec, at: number): number {
  if (max === min) return 0;
  if (law === 'fader') return (taper(at) - taper(min)) / (taper(max) - taper(min));
  return (at - min) / (max - min);
}

/** The position, to the knob's step, at a share of its way. */
export function positionAt(knob: KnobSpec, share: number): number {
  const { min, max, step, law } = knob;
  const s = Math.max(0, Math.min(1, share));
  const at =
    law === 'fader' ? TAPER_DB * Math.log10(taper(min) + s * (taper(max) - taper(min))) : min + s * (max - min);
  return Math.max(min, Math.min(max, min + Math.round((at - min) / step) * step));
}

export const LAW_WORDS: Readonly<Record<NonNullable<KnobSpec['law']>, string>> = {
  even: 'even',
  fader: 'a fader: fine near the top',
  steps: 'in clicks',
};
