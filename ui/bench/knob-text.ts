import { type KnobSpec, knobAt, type Part, type PartClass } from '@/core/model';
import { signed } from '../kit';

/** Where a knob stands, in words. */
export function positionText(knob: KnobSpec, at: number): string {
  if (knob.unit === 'dB') return `${signed(at, Number.isInteger(knob.step) ? 0 : 1)} dB`;
  return knob.positions?.[Math.round((at - knob.min) / knob.step)] ?? String(at);
}

/** Where all knobs of a part stand, as short as can be: "−10 dB, mono". Which is which stands where they are turned. */
export const knobsText = (part: Part, partClass: PartClass): string =>
  (partClass.knobs ?? []).map((k) => positionText(k, knobAt(part, partClass, k.id))).join(', ');
