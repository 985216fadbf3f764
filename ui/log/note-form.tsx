import { useState } from 'react';
import { Button } from '../components';

interface Props {
  readonly onNote: (name: string, note: string, place: string) => Promise<boolean>;
}

const FIELD = 'min-h-11 w-full rounded-lg border border-rule bg-paper px-3 py-2';

/** Something to remember that the program cannot know. */
export function NoteForm({ onNote }: Props) {
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const [place, setPlace] = useState('');
  const keep = async () => {
    if (!(await onNote(name.trim(), note.trim(), place.trim()))) return;
    setName('');
    setNote('');
    setPlace('');
  };
  return (
    <form
      className="rounded-xl border border-rule bg-card p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim()) void keep();
      }}
    >
      <div className="flex gap-2">
        <input
          aria-label="What to remember"
          placeholder="What to remember"
          value={name}
          maxLength={160}
          onChange={(e) => setName(e.target.value)}
          className={FIELD}
        />
        <Button type="submit" look="main" disabled={!name.trim()}>
          Keep
        </Button>
      </div>
      {name.trim() && (
        <div className="mt-2 flex flex-col gap-2">
          <input
            aria-label="Where"
            placeholder="Where"
            value={place}
            maxLength={120}
            onChange={(e) => setPlace(e.target.value)}
            className={FIELD}
          />
          <textarea
            aria-label="More"
            placeholder="More"
            value={note}
            maxLength={4000}
            rows={3}
            onChange={(e) => setNote(e.target.value)}
            className={FIELD}
          />
        </div>
      )}
    </form>
  );
}
