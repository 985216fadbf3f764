import { byId } from '../../algorithms';
import { type Catalogue, classIn, knobAt, type PartId, partIn, type Setup, turnKnob } from '../../model';
import { knobsBetween } from './knobs-on-way';

/** Where a fader stands that passes what it is given, dB. */
const UNITY_DB = 0;

/**
 * Open what is shut between two ports of a part: faders and sends at their least, on the way from one to the other, are
 * turned to unity. What lies on no such way stays as it is.
 */
export function openFaders(setup: Setup, catalogue: Catalogue, part: PartId, from: string, to: string): Setup {
  const { class: id } = partIn(setup, part);
  const partClass = classIn(catalogue, id);
  let out = setup;
  for (const knob of partClass.knobs ?? []) {
    if (knob.unit !== 'dB' || !knobsBetween(partClass, from, to).has(knob.id)) continue;
    const isShut = knobAt(byId(out.parts, part), partClass, knob.id) === knob.min;
    if (isShut && knob.min < UNITY_DB && knob.max >= UNITY_DB) out = turnKnob(out, part, knob.id, UNITY_DB);
  }
  return out;
}
