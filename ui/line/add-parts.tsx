'use client';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { addPart } from '@/core/change';
import { type Drawer, newPart, type Part, type Setup } from '@/core/model';
import { Button, classesNamed, classOf, isNamed, lower, PartIcon, partName } from '../components';
import { FIRST_APP } from './sockets';

interface Props {
  readonly setup: Setup;
  readonly drawer: Drawer | null | undefined;
  readonly onAdd: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
}

/** Parts for the table, joined to nothing yet: what is owned first, then every kind there is. */
export function AddParts({ setup, drawer, onAdd, onDone }: Props) {
  const [text, setText] = useState('');
  const used = new Set(setup.parts.map((p) => p.id));
  const owned = (drawer?.parts ?? []).filter((p) => !used.has(p.id) && isNamed(classOf(p), text, p.name));
  const found = classesNamed(text);
  const add = (part: Part) => onAdd(`Add ${lower(partName(part))}`, addPart(setup, catalogue, part, FIRST_APP));
  return (
    <section aria-label="Add parts" className="rounded-xl border border-accent bg-card p-4">
      <div className="flex items-center justify-between gap-2">
        <h2 className="font-bold text-lg leading-tight">Add parts</h2>
        <Button onClick={onDone}>Done</Button>
      </div>
      <p className="text-soft text-sm">They lie on the table, joined to nothing, until a plug or socket is joined.</p>
      <input
        type="search"
        aria-label="Find a part"
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder="mixer, TRRS, XLR..."
        className="mt-2 min-h-10 w-full rounded-lg border border-soft bg-paper px-3"
      />
      <div className="mt-2 max-h-[40dvh] overflow-y-auto pr-1">
        {owned.length > 0 && <h3 className="text-soft text-sm">in the drawer</h3>}
        <List parts={owned} onAdd={add} />
        <h3 className="mt-2 text-soft text-sm">every kind</h3>
        {found.length === 0 && <p>No part of any kind has all these words.</p>}
        <List parts={found.map(newPart)} onAdd={add} />
      </div>
    </section>
  );
}

function List({ parts, onAdd }: { readonly parts: readonly Part[]; readonly onAdd: (part: Part) => void }) {
  return (
    <ul className="flex flex-col gap-1">
      {parts.map((p) => (
        <li key={p.id}>
          <button
            type="button"
            aria-label={`Add ${partName(p)}`}
            onClick={() => onAdd(p)}
            className="flex min-h-11 w-full items-center gap-3 rounded-lg border border-rule px-3 py-1 text-left leading-tight hover:border-accent hover:bg-accent-wash"
          >
            <PartIcon partClass={classOf(p)} size={20} />
            <span className="min-w-0 flex-1 font-semibold">{partName(p)}</span>
            <Plus size={18} aria-hidden className="shrink-0 text-accent" />
          </button>
        </li>
      ))}
    </ul>
  );
}
