import { catalogue } from '@/catalogue';
import { checkDocument, type Drawer } from '@/core/model';
import { keepChange } from './keeping';

/** Change the drawer, unless that would make it one that could not be opened again. @returns what is wrong, or null. */
export async function editDrawer(label: string, id: string, edit: (drawer: Drawer) => Drawer): Promise<string | null> {
  let wrong: string | null = null;
  const isKept = await keepChange(label, [
    {
      kind: 'drawers',
      id,
      become: (now) => {
        if (!now) return now;
        const next = edit(now);
        wrong = checkDocument(next, catalogue)?.message ?? null;
        return wrong === null ? next : now;
      },
    },
  ]);
  return wrong ?? (isKept ? null : 'This could not be kept.');
}
