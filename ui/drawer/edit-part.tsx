'use client';
import { Archive, Trash2, X } from 'lucide-react';
import Link from 'next/link';
import type { Drawer, Part } from '@/core/model';
import { photoKey } from '@/store';
import { Button, classOf, Photograph, partName, useAll } from '../components';
import { Ends } from './ends';
import { type OnFigure, OwnValues } from './own-values';

interface Props {
  readonly drawer: Drawer;
  readonly part: Part;
  readonly onKeep: (label: string, part: Part) => Promise<string | null>;
  readonly onFigure: OnFigure;
  readonly onRetire: () => void;
  readonly onRemove: () => void;
  readonly onClose: () => void;
}

/** One part of the drawer: what it is called, its ends, its figures. */
export function EditPart({ drawer, part, onKeep, onFigure, onRetire, onRemove, onClose }: Props) {
  const partClass = classOf(part);
  const rename = (text: string) => {
    const name = text.trim();
    const { name: _old, ...rest } = part;
    if (name !== (part.name ?? '')) void onKeep(`Name of ${partName(part)}`, name === '' ? rest : { ...rest, name });
  };
  return (
    <section aria-label={partName(part)} className="rounded-xl border border-accent bg-card p-4">
      <div className="flex items-start justify-between gap-2">
        <label className="flex-1">
          <span className="text-soft text-sm">What you call it</span>
          <input
            key={part.name}
            defaultValue={part.name ?? ''}
            placeholder={partClass.name}
            maxLength={80}
            onBlur={(e) => rename(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-bold"
          />
        </label>
        <Button look="quiet" aria-label="Close" onClick={onClose}>
          <X size={20} aria-hidden />
        </Button>
      </div>
      <p className="mt-2">
        <b>{partClass.name}.</b> <span className="text-soft">{partClass.summary}.</span>
      </p>
      <div className="mt-1 mb-3">
        <Ends partClass={partClass} />
      </div>
      <Photograph key={part.id} of={photoKey(drawer.id, part.id)} name={partName(part)} />
      <UsedIn part={part} />
      <History part={part} />
      <OwnValues drawer={drawer} part={part} onFigure={onFigure} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button onClick={onRetire}>
          <Archive size={18} aria-hidden /> Retire it
        </Button>
        <Button className="text-fail" onClick={onRemove}>
          <Trash2 size={18} aria-hidden /> Take it out of the drawer
        </Button>
      </div>
      <p className="mt-1 text-soft text-sm">No chain is made of a retired part; its figures and its history stay.</p>
    </section>
  );
}

/** The setups that this very part is in, by its id: chains take it from the drawer under that name. */
function UsedIn({ part }: { readonly part: Part }) {
  const setups = (useAll('setups') ?? []).filter((s) =>
    s.parts.some((p) => p.id === part.id && p.class === part.class),
  );
  if (setups.length === 0) return null;
  return (
    <p className="mb-3">
      Used in{' '}
      {setups.map((s, i) => (
        <span key={s.id}>
          {i > 0 && ', '}
          <Link href={`/line/?setup=${encodeURIComponent(s.id)}`} className="font-semibold text-accent underline">
            {s.name}
          </Link>
        </span>
      ))}
      .
    </p>
  );
}

/** What the log has of parts of this type: how often, and how often at fault. */
export function History({ part }: { readonly part: Part }) {
  const those = (useAll('entries') ?? []).filter((e) => e.parts?.some((p) => p.class === part.class));
  if (those.length === 0) return null;
  const faults = those.filter((e) => e.did === 'fixed' && e.cause?.class === part.class).length;
  return (
    <p className="mb-3">
      <Link href={`/log/?part=${encodeURIComponent(part.class)}`} className="font-semibold text-accent underline">
        {those.length} in the log
      </Link>
      {faults > 0 && `, ${faults} at fault`}.
    </p>
  );
}
