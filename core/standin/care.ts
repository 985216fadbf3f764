import {
  type Catalogue,
  classIn,
  givesPhantom,
  isFader,
  isLoudspeaker,
  partName,
  phantomSources,
  type Setup,
} from '../model';

/** What is done before anything is plugged and after all is, beside the plugging itself. */
export interface Care {
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/**
 * The usual care of the trade around plugging: phantom power off, faders down, headphones off the ears; at the end what is
 * wanted of them again. Common practice.
 */
export function careOf(setup: Setup, catalogue: Catalogue): Care {
  const before: string[] = [];
  const after: string[] = [];
  const names = (ids: readonly string[]) => ids.map((id) => partName(setup, catalogue, id)).join(', ');
  const parts = setup.parts.map((part) => ({ part, c: classIn(catalogue, part.class) }));
  const phantom = parts.filter(({ part, c }) => phantomSources(part, c).length > 0);
  if (phantom.length > 0) before.push(`48 V off at ${names(phantom.map((p) => p.part.id))}`);
  const faders = parts.filter(({ c }) => c.knobs?.some(isFader));
  if (faders.length > 0) before.push(`Faders down at ${names(faders.map((p) => p.part.id))}`);
  if (parts.some(({ c }) => !isLoudspeaker(c) && c.circuit.some((e) => e.is === 'driver')))
    before.push('Headphones off your ears');
  const on = phantom.filter(({ part, c }) => givesPhantom(part, c));
  if (on.length > 0) after.push(`Then 48 V on at ${names(on.map((p) => p.part.id))}, faders still down`);
  if (faders.length > 0) after.push('Bring the faders up slowly');
  if (before.includes('Headphones off your ears')) after.push('Start low, then put the headphones on');
  return { before, after };
}
