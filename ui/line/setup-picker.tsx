'use client';
import { ChevronDown } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import type { Setup } from '@/core/model';
import { change } from '@/store';
import { setSetting, useAll } from '../kit';

const ITEM =
  'flex min-h-11 cursor-pointer items-center rounded-lg px-3 data-[highlighted]:bg-accent-wash data-[highlighted]:outline-none';

/** Which setup lies on the bench; another, or none of it. */
export function SetupPicker({ setup }: { readonly setup: Setup }) {
  const router = useRouter();
  const setups = useAll('setups') ?? [];
  const open = async (id: string) => {
    await setSetting('setup', id);
    router.push(`/line/?setup=${encodeURIComponent(id)}`);
  };
  const remove = async () => {
    await change(`Remove ${setup.name}`, [{ kind: 'setups', id: setup.id, become: () => null }]);
    router.push('/line/');
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="inline-flex items-center gap-1 rounded-lg text-left hover:text-accent"
        aria-label={`Setup: ${setup.name}`}
      >
        {setup.name} <ChevronDown size={20} aria-hidden className="shrink-0" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-30 max-h-(--radix-popper-available-height) min-w-56 overflow-y-auto rounded-xl border border-accent bg-card p-1.5 shadow-xl"
        >
          {setups.map((s) => (
            <DropdownMenu.Item
              key={s.id}
              className={`${ITEM} ${s.id === setup.id ? 'font-bold' : ''}`}
              onSelect={() => open(s.id)}
            >
              {s.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          <DropdownMenu.Item className={`${ITEM} text-fail`} onSelect={remove}>
            Remove this setup
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
