import type { PartClass, Quantity } from '../model';

/** A figure that a class names somewhere, and where. */
export interface Named {
  readonly field: string;
  readonly quantity: Quantity;
}

/** Fields of circuit elements that hold figures; all else there is names and words. */
const FIGURE_FIELDS: ReadonlySet<string> = new Set([
  'value',
  'turns',
  'volt',
  'ohm',
  'ratedLoadOhm',
  'sensitivityMvPerPa',
  'selfNoiseDba',
  'maxSpl',
  'directivity',
  'minVolt',
  'levelDbu',
  'snrDb',
  'inputOhm',
  'outputOhm',
  'gainDb',
  'hz',
  'liftDb',
  'clipDbu',
  'einDbu',
  'outputNoiseDbu',
  'fullScaleDbu',
  'fullScaleVolt',
  'splAtOneVolt',
  'microampere',
  'milliampere',
  'farad',
  'maxVolt',
  'micMinOhm',
  'micMaxOhm',
  'minOhm',
  'maxOhm',
  'drawMa',
  'supplyMa',
  'portSupplyMa',
  'totalMa',
  'conductorOhm',
  'batteryWh',
  'drawW',
  'lighter',
  'batteryHours',
  'count',
  'hours',
  'wattHours',
  'efficiency',
  'pricePerM',
  'massPerM',
]);

/** Every figure that a class names, in its circuit and outside of it. */
export function quantitiesOf(c: PartClass): readonly Named[] {
  const { circuit, inputs, usb, host, cells, charging, bank, batteryHours, sold } = c;
  return within({ circuit, inputs, usb, host, cells, charging, bank, batteryHours, sold }, '', false);
}

function within(at: unknown, field: string, isFigure: boolean): readonly Named[] {
  if (isFigure && (typeof at === 'string' || typeof at === 'number')) return [{ field, quantity: at }];
  if (typeof at !== 'object' || at === null) return [];
  return Object.entries(at).flatMap(([key, inner]) =>
    within(inner, `${field}/${key}`, FIGURE_FIELDS.has(key) || isFigure),
  );
}

/** The names in a product, with knobs as knob:ID. */
export const factorsOf = (q: Quantity): readonly string[] => (typeof q === 'string' ? q.split('*') : []);
