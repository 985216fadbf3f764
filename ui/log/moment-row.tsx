import { AudioLines, CircleCheck, Frown, type LucideIcon, NotebookPen, Smile, Wrench } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import type { Moment } from '@/core/log';
import type { Entry } from '@/core/model';
import { entryPhotoKey } from '@/store';
import { Button, keepChange, Photograph } from '../components';
import { tell } from '../shell';

const ICONS: Readonly<Record<Moment['did'], LucideIcon>> = {
  fixed: Wrench,
  tried: Wrench,
  used: CircleCheck,
  note: NotebookPen,
  take: AudioLines,
  went: CircleCheck,
};
const WORDS: Readonly<Record<Moment['did'], string>> = {
  fixed: 'Fixed',
  tried: 'Not fixed yet',
  used: 'Used',
  note: 'Note',
  take: 'Take',
  went: 'Result',
};

/** One line of the timeline, with what is behind it and what can be added. */
export function MomentRow({ moment }: { readonly moment: Moment }) {
  const { did, name, at, went, entry, setup } = moment;
  const Icon = went === 'well' ? Smile : went === 'badly' ? Frown : ICONS[did];
  const time = at.length > 10 ? at.slice(11, 16) : '';
  return (
    <li className="rounded-xl border border-rule bg-card">
      <details>
        <summary className="flex min-h-12 items-center gap-3 px-3 py-2">
          <Icon size={20} aria-hidden className={went === 'badly' ? 'text-fail' : 'text-accent'} />
          <span className="min-w-0 flex-1">{name}</span>
          <span className="shrink-0 text-soft text-sm">
            {WORDS[did]}
            {went === 'badly' && ', badly'}
            {went === 'well' && ', well'} {time}
          </span>
        </summary>
        <div className="border-rule border-t px-3 py-2">
          {entry ? <Behind entry={entry} /> : <p className="text-soft">Known by what is kept elsewhere.</p>}
          {setup && (
            <p className="mt-1">
              <Link
                className="inline-flex min-h-10 items-center underline"
                href={`/line/?setup=${encodeURIComponent(setup)}`}
              >
                {entry?.setup?.name ?? 'The setup'}
              </Link>
            </p>
          )}
        </div>
      </details>
    </li>
  );
}

function Behind({ entry }: { readonly entry: Entry }) {
  const { id, noticed, cause, act, parts, place } = entry;
  const [note, setNote] = useState(entry.note ?? '');
  const become = (label: string, to: (e: Entry) => Entry | null) =>
    keepChange(label, [{ kind: 'entries', id, become: (e) => e && to(e) }]);
  const rows: readonly (readonly [string, string | undefined])[] = [
    ['Noticed', noticed?.join(', ')],
    ['Cause', cause?.text],
    ['Done', act],
    ['Where', place],
    ['Parts', parts?.map((p) => p.name).join(', ')],
  ];
  const went = (to: 'well' | 'badly') =>
    become(to === 'well' ? 'It went well' : 'It went badly', ({ went: before, ...e }) =>
      before === to ? e : { ...e, went: to },
    );
  return (
    <>
      <dl className="grid grid-cols-[5rem_minmax(0,1fr)] gap-x-2">
        {rows.map(
          ([k, v]) =>
            v && (
              <div key={k} className="contents">
                <dt className="text-soft">{k}</dt>
                <dd>{v}</dd>
              </div>
            ),
        )}
      </dl>
      <label className="mt-2 block text-soft text-sm" htmlFor={`note-${id}`}>
        Note
      </label>
      <textarea
        id={`note-${id}`}
        rows={2}
        maxLength={4000}
        value={note}
        onChange={(e) => setNote(e.target.value)}
        onBlur={() => {
          const text = note.trim();
          if (text === (entry.note ?? '')) return;
          void become('Change a note', ({ note: _, ...e }) => (text ? { ...e, note: text } : e));
        }}
        className="w-full rounded-lg border border-rule bg-paper px-3 py-2"
      />
      <div className="mt-2">
        <Photograph of={entryPhotoKey(id)} name={entry.name} />
      </div>
      <div className="mt-1 flex flex-wrap gap-2">
        <Button aria-pressed={entry.went === 'well'} onClick={() => void went('well')}>
          <Smile size={18} aria-hidden /> Went well
        </Button>
        <Button aria-pressed={entry.went === 'badly'} onClick={() => void went('badly')}>
          <Frown size={18} aria-hidden /> Went badly
        </Button>
        <Button
          look="quiet"
          onClick={() =>
            void become(`Remove ${entry.name} from the log`, () => null).then(
              (kept) => kept && tell('Removed. Undo brings it back.'),
            )
          }
        >
          Remove
        </Button>
      </div>
    </>
  );
}
