import { memo } from '../../algorithms';
import type { PartClass } from '../../model';

/**
 * What each port of a class is but for its name and number: the same text for the second mic input of a box as for the
 * first, where the circuit at both is the same but for numbers. Where it cannot be seen to be the same it is another.
 */
export const portKinds: (c: PartClass) => ReadonlyMap<string, string> = memo((c: PartClass) => {
  const circuit = c.circuit.map((e) => JSON.stringify(e));
  return new Map(
    c.ports.map((p) => {
      const own = `"${p.id}.`;
      const there = circuit.filter((e) => e.includes(own));
      // Numbers in names only: a resistance that differs is a difference.
      const unnumbered = there
        .map((e) => e.replaceAll(own, '"#.').replace(/"[^"]*"/g, (name) => name.replace(/\d+/g, '')))
        .sort();
      return [p.id, [p.connector, p.flow, p.carries, JSON.stringify(p.roles), ...unnumbered].join(' ')];
    }),
  );
});
