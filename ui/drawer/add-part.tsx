'use client';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { newPart, type PartClass, valueWithBasis } from '@/core/model';
import { Basis, Button, classesNamed, PartIcon, useMoney } from '../components';
import { ByLooking } from './by-looking';
import { Ends } from './ends';

/** Find a class by any of its words, and put one of it into the drawer. */
export function AddPart({ onAdd }: { readonly onAdd: (partClass: PartClass) => void }) {
  const money = useMoney();
  const [text, setText] = useState('');
  const [looking, setLooking] = useState(false);
  const found = classesNamed(text).filter((c) => c.kind !== 'source');
  if (looking) return <ByLooking onAdd={onAdd} onBack={() => setLooking(false)} />;
  return (
    <section aria-label="Add a part" className="rounded-xl border border-rule bg-card p-4">
      <label className="font-bold" htmlFor="find-class">
        Add a part
      </label>
      <input
        id="find-class"
        type="search"
        value={text}
        onChange={(e) => setText(e.target.value)}
        placeholder="splitter, TRRS, XLR..."
        className="mt-1 min-h-10 w-full rounded-lg border border-soft bg-paper px-3"
      />
      <Button className="mt-2 w-full" onClick={() => setLooking(true)}>
        I do not know what it is: find it by looking
      </Button>
      <p className="mt-1 text-soft text-sm" aria-live="polite">
        {found.length} of {catalogue.parts.size} kinds
      </p>
      <ul
        // On a phone the own parts come first: kinds show once something is looked for.
        className={`mt-2 ${text === '' ? 'hidden desk:flex' : 'flex'} max-h-96 flex-col gap-1 overflow-y-auto pr-1 desk:max-h-[calc(100dvh-16rem)]`}
      >
        {found.map((c) => {
          const cost = valueWithBasis(newPart(c), c, 'price');
          return (
            <li key={c.id}>
              <button
                type="button"
                onClick={() => onAdd(c)}
                className="flex w-full items-center gap-3 rounded-lg border border-rule px-3 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
              >
                <PartIcon partClass={c} size={22} />
                <span className="min-w-0 flex-1">
                  <span className="flex flex-wrap justify-between gap-x-2">
                    <span className="font-semibold">
                      <span className="sr-only">Add </span>
                      {c.name}
                    </span>
                    <span className="text-soft text-sm">
                      {money(cost.value)} <Basis basis={cost.basis} />
                    </span>
                  </span>
                  <Ends partClass={c} />
                </span>
                <Plus size={20} aria-hidden className="shrink-0 text-accent" />
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
