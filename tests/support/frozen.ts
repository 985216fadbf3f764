import { catalogue as shipped } from '@/catalogue';
import type { Catalogue } from '@/core/model';
import { demoSetups as shippedSetups } from '@/demo';
import { apps, cells, parts } from './frozen-classes.json';

/** Only those classes that are named, and in that order: a class that goes is told here, one that comes is not there. */
function only<T>(all: ReadonlyMap<string, T>, ids: readonly string[]): ReadonlyMap<string, T> {
  return new Map(
    ids.map((id) => {
      const found = all.get(id);
      if (!found)
        throw new Error(`The class ${id} is gone: the tests in which it stands go with it, or an alias is missing.`);
      return [id, found] as const;
    }),
  );
}

/**
 * The classes that tests and bench work with. What a planner or a fix proposes depends on all classes there are: a class that
 * is added to the catalogue must not change what a test expects.
 */
export const catalogue: Catalogue = {
  parts: only(shipped.parts, parts),
  apps: only(shipped.apps, apps),
  cells: only(shipped.cells, cells),
};

/** The demo setups that are made of these classes alone. */
export const demoSetups = shippedSetups.filter((s) => s.parts.every((p) => catalogue.parts.has(p.class)));
