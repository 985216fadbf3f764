'use client';
import { usePathname, useRouter } from 'next/navigation';
import type { Setup } from '@/core/model';
import { idsOf } from '@/store';
import { DocumentPicker, freeId, keepChange, setSetting, useAll } from '../components';
import { beginSetup } from './begin-setup';

/** Which setup lies on the bench; another, another name, or none of it. */
export function SetupPicker({ setup }: { readonly setup: Setup }) {
  const router = useRouter();
  // Another setup is opened on the screen that is looked at.
  const here = usePathname();
  const open = async (id: string) => {
    await setSetting('setup', id);
    router.push(`${here}?setup=${encodeURIComponent(id)}`);
  };
  const all = useAll('setups') ?? [];
  const variant = async () => {
    const id = freeId(setup.id, await idsOf('setups'));
    const name = `${setup.name}, variant`.slice(0, 120);
    const become = () => ({ ...setup, id, name });
    if (await keepChange(`Variant of ${setup.name}`, [{ kind: 'setups', id, become }])) await open(id);
  };
  const begin = async () => {
    const id = await beginSetup();
    if (id !== null) await open(id);
  };
  const remove = async () => {
    if (await keepChange(`Remove ${setup.name}`, [{ kind: 'setups', id: setup.id, become: () => null }]))
      router.push(here);
  };
  return (
    <DocumentPicker
      what="Setup"
      current={setup}
      all={all}
      onOpen={open}
      onRename={(name) =>
        keepChange(`Rename to ${name}`, [{ kind: 'setups', id: setup.id, become: (s) => s && { ...s, name } }])
      }
      onRemove={remove}
      onNew={begin}
      onVariant={variant}
      onCompare={() => router.push(`/compare/?a=${encodeURIComponent(setup.id)}`)}
    />
  );
}
