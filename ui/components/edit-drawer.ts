import { catalogue } from '@/catalogue';
import { checkDocument, type Drawer } from '@/core/model';
import { keepChange, keptLast } from './keeping';

/** Change the drawer, unless that would make it one that could not be opened again. @returns what is wrong, or null. */
export async function editDrawer(label: string, id: string, edit: (drawer: Drawer) => Drawer): Promise<string | null> {
  let wrong: string | null = null;
  let made: { readonly base: Drawer; readonly next: Drawer } | null = null;
  const isKept = await keepChange(label, [
    {
      kind: 'drawers',
      id,
      become: (now) => {
        if (!now) return now;
        const next = edit(now);
        wrong = checkDocument(next, catalogue)?.message ?? null;
        if (wrong !== null) return now;
        made = { base: now, next };
        return next;
      },
    },
  ]);
  const { base, next }: { readonly base?: Drawer; readonly next?: Drawer } = made ?? {};
  if (isKept && base && next) keptLast(label, 'drawers', base, next);
  return wrong ?? (isKept ? null : 'This could not be kept.');
}
