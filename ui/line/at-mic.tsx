'use client';
import { UserMinus, UserPlus } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { type AtMic as At, leftOut, unheardVoices, withAtMic } from '@/core/change';
import { type Part, type Setup, takesUp } from '@/core/model';
import { Button, classOf, partName } from '../components';

interface Props {
  readonly setup: Setup;
  readonly part: Part;
  readonly onChange: (label: string, setup: Setup) => void;
}

const NOBODY = 'nobody';

/**
 * Who is at a microphone: one of those of the job, or nobody. One more comes by a button: a list is walked through by keys,
 * and each step is taken.
 */
export function AtMic({ setup, part, onChange }: Props) {
  const partClass = classOf(part);
  if (!takesUp(partClass) || partClass.kind === 'source') return null;
  const byAir = setup.job.sources.filter((s) => s.from === undefined);
  const put = (who: string, at: At) =>
    onChange(`${who} at ${partName(part)}`, withAtMic(setup, catalogue, part.id, at));
  const choose = (id: string) =>
    put(byAir.find((s) => s.id === id)?.name ?? NOBODY, id === NOBODY ? NOBODY : { source: id });
  return (
    <>
      <label className="mt-2 flex items-center gap-2">
        <span className="shrink-0">At this mic</span>
        <select
          value={setup.placements.find((p) => p.part === part.id)?.source ?? NOBODY}
          onChange={(e) => choose(e.target.value)}
          className="min-h-10 min-w-0 flex-1 rounded-lg border border-soft bg-paper px-2"
        >
          {byAir.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
            </option>
          ))}
          <option value={NOBODY}>nobody</option>
        </select>
      </label>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => put('A new voice', 'a new voice')}>
          <UserPlus size={18} aria-hidden /> A new voice here
        </Button>
        {unheardVoices(setup).map((s) => (
          <Button key={s.id} onClick={() => onChange(`Leave ${s.name} out`, leftOut(setup, s.id))}>
            <UserMinus size={18} aria-hidden /> Leave {s.name} out
          </Button>
        ))}
      </div>
    </>
  );
}
