import { byId } from '../../algorithms';
import type { Part, Setup } from '../../model';

/** Where knobs stood when something worked: a chain of the same sources through the same part begins there. */
export interface KnownKnobs {
  asKnown(setup: Setup): Setup;
  learn(setup: Setup): void;
}

export function knownKnobs(): KnownKnobs {
  const known = new Map<string, Part['knobs']>();
  const heardBy = ({ parts, placements }: Setup): string => placements.map((pl) => byId(parts, pl.part).class).join();
  return {
    asKnown(setup) {
      const heard = heardBy(setup);
      const parts = setup.parts.map((p) => {
        const knobs = known.get(`${heard} ${p.class}`);
        return knobs && !p.knobs ? { ...p, knobs } : p;
      });
      return { ...setup, parts };
    },
    learn(setup) {
      const heard = heardBy(setup);
      for (const p of setup.parts) if (p.knobs) known.set(`${heard} ${p.class}`, p.knobs);
    },
  };
}
