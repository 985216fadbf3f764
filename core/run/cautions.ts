import { cautionText } from '../format';
import { type Catalogue, classIn, hasBattery, partName, type Setup } from '../model';

/** Cables so long lie where people walk; est. */
const LONG_M = 2;

/** The usual cautions of the trade, each only where it applies to what lies on the bench. Common practice. */
export function cautionsFor(setup: Setup, catalogue: Catalogue): readonly string[] {
  const parts = setup.parts.map((p) => ({ part: partName(setup, catalogue, p.id), c: classIn(catalogue, p.class) }));
  const phantom = parts.find(({ c }) => c.knobs?.some((k) => k.role === 'phantom'));
  const mains = parts.find(({ c }) => c.needs?.includes('mains'));
  const kinds = new Set(parts.map(({ c }) => c.kind));
  const said: string[] = [];
  if (phantom) said.push(cautionText('phantom', { part: phantom.part }));
  if (kinds.has('listening')) said.push(cautionText('ears', {}));
  if (mains) said.push(cautionText('mains', { part: mains.part }));
  if (kinds.has('power') || parts.some(({ c }) => hasBattery(c))) said.push(cautionText('cells', {}));
  if (kinds.has('wireless')) said.push(cautionText('radio', {}));
  if (parts.some(({ c }) => (c.values['lengthM']?.value ?? 0) >= LONG_M)) said.push(cautionText('tape', {}));
  said.push(cautionText('ask', {}));
  return said;
}
