import { useState } from 'react';
import { NOTICES, type Notice, type NoticeId, noticesIn, SAID_YESTERDAY, saidWords } from '@/core/diagnose';
import { Button } from '../components';

interface Props {
  /** What this setup can show; null while it is not known. */
  readonly offered: readonly NoticeId[] | null;
  /** Something was changed, and it is another thing now. */
  readonly again: boolean;
  readonly onNotice: (noticed: readonly NoticeId[], yesterday: boolean) => void;
  readonly onLeave: (() => void) | null;
}

const GROUPS: readonly Notice['group'][] = [
  'The mic',
  'The sound',
  'Sides and tone',
  'Headphones and call',
  'Power and plugs',
];

/** What is noticed: in one's own words, or chosen. */
export function NoticeCard({ offered, again, onNotice, onLeave }: Props) {
  const [chosen, setChosen] = useState<readonly NoticeId[]>([]);
  const [words, setWords] = useState('');
  const [yesterday, setYesterday] = useState(false);
  const heard = noticesIn(words);
  const all = [...new Set([...chosen, ...heard])];
  const isYesterday = yesterday || SAID_YESTERDAY.test(words.toLowerCase());
  const toggle = (id: NoticeId) => setChosen((c) => (c.includes(id) ? c.filter((x) => x !== id) : [...c, id]));
  const unheard = words.trim().length > 3 && heard.length === 0;
  return (
    <section aria-label="What you notice" className="rounded-xl border-2 border-accent bg-card p-4">
      <h2 className="font-bold text-xl">{again ? 'What do you notice now?' : 'What do you notice?'}</h2>
      <label className="mt-2 block text-soft" htmlFor="noticed">
        In your own words
      </label>
      <input
        id="noticed"
        value={words}
        onChange={(e) => setWords(e.target.value)}
        placeholder="listed, but no sound"
        className="mt-1 min-h-12 w-full rounded-lg border border-rule bg-paper px-3 text-lg"
        aria-describedby="heard"
      />
      <p id="heard" className="mt-1 min-h-6 text-soft text-sm" aria-live="polite">
        {unheard
          ? 'Not understood yet. Say it otherwise, or choose below.'
          : heard.length > 0
            ? `Understood: ${saidWords(heard).join(', ')}.`
            : ''}
      </p>
      <div className="mt-1 flex flex-col gap-3 desk:grid desk:grid-cols-2 desk:gap-x-6">
        {GROUPS.map((group) => {
          const those = NOTICES.filter((n) => n.group === group && (offered === null || offered.includes(n.id)));
          if (those.length === 0) return null;
          return (
            <fieldset key={group}>
              <legend className="font-medium text-sm text-soft">{group}</legend>
              <div className="mt-1 flex flex-wrap gap-1.5">
                {those.map((n) => (
                  <button
                    key={n.id}
                    type="button"
                    aria-pressed={all.includes(n.id)}
                    onClick={() => toggle(n.id)}
                    className={`min-h-11 rounded-lg border px-3 py-1.5 text-left ${all.includes(n.id) ? 'border-accent bg-accent text-accent-ink' : 'border-rule bg-paper hover:border-accent'}`}
                  >
                    {n.words}
                  </button>
                ))}
              </div>
            </fieldset>
          );
        })}
      </div>
      {!again && (
        <label className="mt-3 flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-accent"
            checked={isYesterday}
            onChange={(e) => setYesterday(e.target.checked)}
          />
          It worked before, set up just so
        </label>
      )}
      <div className={`${all.length > 0 ? 'sticky bottom-16 bg-card pt-1' : ''} mt-3 flex gap-2 desk:static`}>
        <Button
          look="main"
          className="min-h-14 flex-1 text-lg"
          disabled={all.length === 0}
          onClick={() => onNotice(all, !again && isYesterday)}
        >
          Find it
        </Button>
        {onLeave && (
          <Button className="min-h-14" onClick={onLeave}>
            Back
          </Button>
        )}
      </div>
    </section>
  );
}
