import { ShieldAlert } from 'lucide-react';
import { hasBattery, type Setup } from '@/core/model';
import { classOf, partName } from '../components';

/** The usual cautions of the trade, each only where it applies to what lies on the bench. */
function cautionsFor(setup: Setup): readonly string[] {
  const classes = setup.parts.map((p) => ({ part: p, partClass: classOf(p) }));
  const phantom = classes.find(({ partClass }) => partClass.knobs?.some((k) => k.role === 'phantom'));
  const mains = classes.find(({ partClass }) => partClass.needs?.includes('mains'));
  const kinds = new Set(classes.map(({ partClass }) => partClass.kind));
  const said: string[] = [];
  if (phantom) said.push(`48 V of ${partName(phantom.part)} stays off while you plug, and never goes toward a phone.`);
  if (kinds.has('listening'))
    said.push('Start with headphones off the ears and low; long loud listening harms hearing.');
  if (mains) {
    said.push(
      `${partName(mains.part)} is on the mains: never lift its protective earth to cure hum. Mains work is for a qualified electrician.`,
    );
  }
  if (kinds.has('power') || classes.some(({ partClass }) => hasBattery(partClass))) {
    said.push('Chargers and lithium cells: certified ones, uncovered, not in the heat.');
  }
  if (kinds.has('wireless')) said.push('Radio packs: only on bands that are permitted where you are.');
  if (classes.some(({ partClass }) => (partClass.values['lengthM']?.value ?? 0) >= 2))
    said.push('Tape long cables down where people walk.');
  said.push('Ask before you record a person or a call.');
  return said;
}

export function Cautions({ setup }: { readonly setup: Setup }) {
  return (
    <section aria-label="Cautions" className="mt-2 rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="flex items-center gap-2 font-bold">
        <ShieldAlert size={18} aria-hidden className="text-caution" /> Before you plug
      </h2>
      <ul className="mt-1 list-disc pl-6">
        {cautionsFor(setup).map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <p className="mt-1 text-soft text-sm">Local codes and licensed practice come first.</p>
    </section>
  );
}
