'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { Search } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { Dialog } from 'radix-ui';
import { type KeyboardEvent, useId, useState } from 'react';
import { LEVELS } from '@/core/practice';
import { database } from '@/store';
import { useAll, useDrawer } from '../components';
import { ROOMS } from './rooms';

interface Found {
  readonly href: string;
  readonly name: string;
  readonly kind: string;
  readonly words: string;
}

const MOST_SHOWN = 9;

const SHORTCUTS = [
  ['Ctrl+K', 'find'],
  ['Ctrl+Z', 'undo'],
  ['Ctrl+Y', 'redo'],
  ['Ctrl+V', 'open a document that was copied'],
  ['Ctrl+P', 'print'],
  ['Esc', 'close'],
] as const;

/** Go anywhere, and find any setup, job, part, drawer, take or exercise by name. */
export function Finder({ open, onOpen }: { readonly open: boolean; readonly onOpen: (open: boolean) => void }) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/40 print:hidden" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-x-3 top-3 z-40 mx-auto flex max-h-[80dvh] max-w-xl flex-col rounded-xl border border-accent bg-card p-3 shadow-xl desk:top-20 print:hidden"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          {open && <Searching onOver={() => onOpen(false)} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Searching({ onOver }: { readonly onOver: () => void }) {
  const router = useRouter();
  const all = useEverything();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const list = useId();
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = all
    .filter((f) => words.every((w) => f.words.includes(w)))
    // What begins so is meant before what only has it somewhere.
    .sort((a, b) => rank(a, words) - rank(b, words))
    .slice(0, MOST_SHOWN);
  const chosen = Math.min(at, found.length - 1);
  const go = (f: Found | undefined) => {
    if (!f) return;
    onOver();
    router.push(f.href);
  };
  const onKey = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown') setAt(Math.min(chosen + 1, found.length - 1));
    else if (e.key === 'ArrowUp') setAt(Math.max(chosen - 1, 0));
    else if (e.key === 'Enter') go(found[chosen]);
    else return;
    e.preventDefault();
  };
  return (
    <>
      <label className="flex items-center gap-2 rounded-lg border border-soft px-2 focus-within:border-accent">
        <Search size={20} aria-hidden className="text-soft" />
        <input
          // biome-ignore lint/a11y/noAutofocus: it was opened to be written into
          autoFocus
          role="combobox"
          aria-label="Find a room, a setup, a job, a part, a take or an exercise"
          aria-expanded
          aria-controls={list}
          aria-activedescendant={found[chosen] && `${list}-${chosen}`}
          value={text}
          placeholder="Room, setup, job, part, take, exercise"
          onChange={(e) => {
            setText(e.target.value);
            setAt(0);
          }}
          onKeyDown={onKey}
          className="min-h-11 min-w-0 flex-1 bg-transparent outline-none"
        />
      </label>
      <div id={list} role="listbox" aria-label="Found" className="mt-2 flex flex-col gap-0.5 overflow-y-auto">
        {found.map((f, i) => (
          // biome-ignore lint/a11y/useKeyWithClickEvents: keys are heard in the field above, as of any combobox
          <div
            key={f.href + f.kind + f.name}
            id={`${list}-${i}`}
            role="option"
            tabIndex={-1}
            aria-selected={i === chosen}
            onClick={() => go(f)}
            className={`flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded-lg px-3 ${i === chosen ? 'bg-accent-wash font-semibold' : 'hover:bg-accent-wash'}`}
          >
            <span className="min-w-0 truncate">{f.name}</span>
            <span className="shrink-0 text-soft text-sm">{f.kind}</span>
          </div>
        ))}
        {found.length === 0 && <p className="px-3 py-2">Nothing here is called that.</p>}
      </div>
      <dl
        aria-label="Shortcuts"
        className="mt-2 flex flex-wrap gap-x-4 gap-y-1 border-rule border-t pt-2 text-soft text-sm"
      >
        {SHORTCUTS.map(([keys, does]) => (
          <div key={keys} className="flex gap-1.5">
            <dt className="font-mono">{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

const rank = ({ name }: Found, [first = '']: readonly string[]): number =>
  name.toLowerCase().startsWith(first) ? 0 : name.toLowerCase().includes(` ${first}`) ? 1 : 2;

/** All that can be gone to. */
function useEverything(): readonly Found[] {
  const [setups = [], jobs = [], drawers = []] = [useAll('setups'), useAll('jobs'), useAll('drawers')];
  const drawer = useDrawer();
  // Their names alone: the recordings are large.
  const takes =
    useLiveQuery(async () => (await database().takes.toArray()).map(({ id, name, setup }) => ({ id, name, setup }))) ??
    [];
  const found = (href: string, name: string, kind: string, also = ''): Found => ({
    href,
    name,
    kind,
    words: `${name} ${kind} ${also}`.toLowerCase(),
  });
  return [
    ...ROOMS.map((r) => found(r.href, r.name, 'room', r.also)),
    ...setups.map((s) => found(`/line/?setup=${encodeURIComponent(s.id)}`, s.name, 'setup')),
    ...jobs.map((j) => found(`/?job=${encodeURIComponent(j.id)}`, j.name, 'job')),
    ...drawers.map((d) => found('/drawer/', d.name, 'drawer')),
    ...(drawer?.parts ?? []).map((p) => found('/drawer/', p.name ?? p.class, 'in the drawer', p.class)),
    ...takes.map((t) =>
      found(`/check/?${t.setup === null ? '' : `setup=${encodeURIComponent(t.setup)}&`}take=${t.id}`, t.name, 'take'),
    ),
    ...LEVELS.map((l, i) => found(`/practice/?level=${i}`, l.name, 'exercise', 'practice')),
  ];
}
