import { type Catalogue, merged } from '@/core/model';
import type { Kept, Kind } from './database';
import { change, type Edit } from './history';
import { reader } from './reader';

export type Revised =
  | {
      readonly ok: true;
      /** Places that another window had set otherwise since this edit began: this one stands. */
      readonly replaced: readonly string[];
    }
  | { readonly ok: false; readonly message: string };

/**
 * Make of a document as it is in the store what a hand made of the document that it saw, as one step of undo: what has since
 * been changed elsewhere stays. What would make a document that could not be opened again is not kept.
 * @param base the document as the hand saw it.
 * @param next what it made of that.
 */
export async function revise<K extends Kind>(
  label: string,
  kind: K,
  base: Kept[K],
  next: Kept[K],
  catalogue: Catalogue,
): Promise<Revised> {
  const { checkDocument } = await reader();
  let revised: Revised = { ok: false, message: 'It was removed in another window.' };
  const become = (now: Kept[K] | null): Kept[K] | null => {
    if (!now) return now;
    const { document, replaced } = merged(base, next, now);
    const wrong = checkDocument(document, catalogue);
    revised = wrong
      ? { ok: false, message: `With what was changed in another window it does not go together: ${wrong.message}` }
      : { ok: true, replaced };
    return wrong ? now : document;
  };
  await change(label, [{ kind, id: base.id, become } as Edit]);
  return revised;
}
