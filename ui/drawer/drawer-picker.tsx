'use client';
import type { Drawer } from '@/core/model';
import { DocumentPicker, keepChange, newDrawer, setSetting, useAll } from '../components';

/** Another drawer, empty, and open. */
export async function beginDrawer(): Promise<void> {
  const edit = await newDrawer();
  if (await keepChange('New drawer', [edit])) await setSetting('drawer', edit.id);
}

/** Which drawer lies open; another, a new one, another name, or none of it. */
export function DrawerPicker({ drawer }: { readonly drawer: Drawer }) {
  const all = useAll('drawers') ?? [];
  return (
    <DocumentPicker
      what="Drawer"
      current={drawer}
      all={all}
      onOpen={(id) => void setSetting('drawer', id)}
      onNew={() => void beginDrawer()}
      onRename={(name) =>
        void keepChange(`Rename to ${name}`, [
          { kind: 'drawers', id: drawer.id, become: (now) => now && { ...now, name } },
        ])
      }
      onRemove={() =>
        void keepChange(`Remove ${drawer.name}`, [{ kind: 'drawers', id: drawer.id, become: () => null }])
      }
    />
  );
}
