import type { AppClass } from './app-class';
import type { CellClass, PartClass } from './part-class';

/** Everything known by class. Core is handed one; it has none of its own. */
export interface Catalogue {
  readonly parts: ReadonlyMap<string, PartClass>;
  readonly apps: ReadonlyMap<string, AppClass>;
  readonly cells: ReadonlyMap<string, CellClass>;
}
