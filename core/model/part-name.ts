import type { Catalogue } from './catalogue';
import type { Setup } from './documents';
import { classIn } from './lookups';

/** What a person calls a part: its own name or its class's, numbered where two would be called the same. */
export function partName({ parts }: Pick<Setup, 'parts'>, catalogue: Catalogue, id: string): string {
  const plain = (p: Setup['parts'][number]) =>
    p.name ?? `${classIn(catalogue, p.class).name}${p.was ? ` (${p.was.class})` : ''}`;
  const part = parts.find((p) => p.id === id);
  if (!part) return 'a part that is gone';
  const name = plain(part);
  const alike = parts.filter((p) => plain(p) === name);
  return alike.length > 1 ? `${name} ${alike.indexOf(part) + 1}` : name;
}
