import type { PartClass } from './part-class';

/**
 * Nodes of a part that do not move with the sound: its own ground, contacts for ground and screen, and steady voltages, which
 * are ground to what changes.
 */
export function groundsOf({ circuit, ground, ports }: PartClass): ReadonlySet<string> {
  const contacts = ports.flatMap((p) =>
    Object.entries(p.roles ?? {})
      .filter(([, role]) => role === 'ground' || role === 'screen')
      .map(([contact]) => `${p.id}.${contact}`),
  );
  const steady = circuit.flatMap((e) => (e.is === 'supply' ? e.between : []));
  return new Set(['reference', ...(ground === undefined ? [] : [ground]), ...contacts, ...steady]);
}
