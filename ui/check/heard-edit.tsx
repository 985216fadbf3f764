import { useMemo, useState } from 'react';
import { takenOut, takesOut } from '@/core/edit';
import { writeWav } from '@/core/wav';
import type { EditedClip } from '@/workers';
import { Player } from './player';
import type { EditStep } from './use-edits';

interface Props {
  readonly name: string;
  readonly now: EditedClip;
  readonly before: EditedClip | null;
  readonly last: EditStep | null;
}

const CHOICES = { now: 'As it is now', before: 'Before the last step', out: 'What the last step took out' } as const;
type Choice = keyof typeof CHOICES;

/** The clip to be heard: as it is, as it was before the last step, or what that step took out of it. */
export function HeardEdit({ name, now, before, last }: Props) {
  const [choice, setChoice] = useState<Choice>('now');
  const isOut = before !== null && (last?.every(takesOut) ?? false);
  const chosen = (choice === 'out' && !isOut) || (choice === 'before' && !before) ? 'now' : choice;
  const file = useMemo(() => {
    if (chosen === 'now' || !before) return now.file;
    if (chosen === 'before') return before.file;
    return new Blob([writeWav(now.rateHz, takenOut(before.channels, now.channels))], { type: 'audio/wav' });
  }, [chosen, now, before]);
  return (
    <div className="flex flex-col gap-2">
      {before && (
        <fieldset aria-label="Hear" className="flex flex-wrap gap-x-4 gap-y-1">
          {(Object.keys(CHOICES) as Choice[])
            .filter((c) => c !== 'out' || isOut)
            .map((c) => (
              <label key={c} className="inline-flex min-h-10 items-center gap-2">
                <input
                  type="radio"
                  name="heard"
                  checked={c === chosen}
                  onChange={() => setChoice(c)}
                  className="size-5 accent-(--accent)"
                />
                {CHOICES[c]}
              </label>
            ))}
        </fieldset>
      )}
      <Player name={`${name}, ${CHOICES[chosen].toLowerCase()}`} file={file} />
    </div>
  );
}
