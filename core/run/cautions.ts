import { runText } from '../format';
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
  if (phantom) said.push(runText('caution.phantom', { part: phantom.part }));
  if (kinds.has('listening')) said.push(runText('caution.ears', {}));
  if (mains) said.push(runText('caution.mains', { part: mains.part }));
  if (kinds.has('power') || parts.some(({ c }) => hasBattery(c))) said.push(runText('caution.cells', {}));
  if (kinds.has('wireless')) said.push(runText('caution.radio', {}));
  if (parts.some(({ c }) => (c.values['lengthM']?.value ?? 0) >= LONG_M)) said.push(runText('caution.tape', {}));
  said.push(runText('caution.ask', {}));
  return said;
}
