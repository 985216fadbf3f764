'use client';
import { UserMinus, UserPlus } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { leftOut, placedAt, takenFrom, unheardVoices, withNewVoice } from '@/core/change';
import { type Part, type Setup, type Source, takesUp } from '@/core/model';
import { usual } from '@/store';
import { Button, classOf, partName } from '../components';

interface Props {
  readonly setup: Setup;
  readonly part: Part;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** Who is at a microphone, of those of the job and one more; and who is at none, to be left out. */
export function AtMic({ setup, part, onChange }: Props) {
  const partClass = classOf(part);
  if (!takesUp(partClass) || partClass.kind === 'source') return null;
  const isHere = ({ id }: Source) => setup.placements.some((p) => p.part === part.id && p.source === id);
  const toggle = (s: Source) =>
    isHere(s)
      ? onChange(`${s.name} away from ${partName(part)}`, takenFrom(setup, part.id, s.id))
      : onChange(`${s.name} at ${partName(part)}`, placedAt(setup, catalogue, part.id, s.id));
  return (
    <fieldset className="mt-2">
      <legend>At this mic</legend>
      <div className="mt-1 flex flex-wrap gap-2">
        {setup.job.sources
          .filter((s) => s.from === undefined)
          .map((s) => (
            <label key={s.id} className="flex min-h-10 items-center gap-2 rounded-lg border border-rule px-3">
              <input type="checkbox" className="size-5 accent-accent" checked={isHere(s)} onChange={() => toggle(s)} />
              {s.name}
            </label>
          ))}
        <Button
          onClick={() =>
            onChange(`A new voice at ${partName(part)}`, withNewVoice(setup, catalogue, part.id, usual().talkerSpl))
          }
        >
          <UserPlus size={18} aria-hidden /> A new voice here
        </Button>
        {unheardVoices(setup).map((s) => (
          <Button key={s.id} onClick={() => onChange(`Leave ${s.name} out`, leftOut(setup, s.id))}>
            <UserMinus size={18} aria-hidden /> Leave {s.name} out
          </Button>
        ))}
      </div>
    </fieldset>
  );
}
