import { signed } from '@/core/format';
import { isFader, type KnobSpec, knobAt, type Part, type PartClass } from '@/core/model';

/** Where a knob stands, in words. */
export function positionText(knob: KnobSpec, at: number): string {
  if (isFader(knob) && at === knob.min) return 'off';
  if (knob.unit === 'dB') return `${signed(at, Number.isInteger(knob.step) ? 0 : 1)} dB`;
  return knob.positions?.[Math.round((at - knob.min) / knob.step)] ?? String(at);
}

/** More knobs than this are not told one by one. */
const MOST_TOLD = 3;

/**
 * Where the knobs of a part stand, as short as can be: "−10 dB, mono". Of many, only those that were turned, by name.
 */
export function knobsText(part: Part, partClass: PartClass): string {
  const knobs = (partClass.knobs ?? []).map((k) => ({ k, at: knobAt(part, partClass, k.id) }));
  if (knobs.length <= MOST_TOLD) return knobs.map(({ k, at }) => positionText(k, at)).join(', ');
  return knobs
    .filter(({ k, at }) => at !== k.start)
    .slice(0, MOST_TOLD)
    .map(({ k, at }) => `${k.label} ${positionText(k, at)}`)
    .join(', ');
}
