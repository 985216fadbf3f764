import type { Catalogue } from '@/core/model';
import { apps, cells, parts } from './generated/classes';

/** All classes the product ships, checked and put together by scripts/generate-catalogue.ts. */
export const catalogue: Catalogue = {
  parts: new Map(parts.map((p) => [p.id, p])),
  apps: new Map(apps.map((a) => [a.id, a])),
  cells: new Map(cells.map((c) => [c.id, c])),
};

export { default as synonyms } from './synonyms.json';
