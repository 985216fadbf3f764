import { freshId } from '../algorithms';
import type { Drawer, Part } from './documents';

/**
 * What several people own together, for a job that they do together: all parts, those of the others with whose they are.
 * Prices, money and results stay those of the first.
 * @returns null for nobody
 */
export function pooled(drawers: readonly Drawer[]): Drawer | null {
  const [first, ...others] = drawers;
  if (!first) return null;
  const parts: Part[] = [...first.parts];
  for (const drawer of others) {
    for (const part of drawer.parts) {
      const id = freshId(
        parts.map((p) => p.id),
        part.id,
      );
      parts.push(part.name === undefined ? { ...part, id } : { ...part, id, name: `${part.name} (${drawer.name})` });
    }
  }
  return { ...first, parts };
}
