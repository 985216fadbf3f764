'use client';
import { catalogue } from '@/catalogue';
import { withAtMic } from '@/core/change';
import { type Part, type Setup, takesUp } from '@/core/model';
import { classOf, partName } from '../components';

interface Props {
  readonly setup: Setup;
  readonly part: Part;
  readonly onChange: (label: string, setup: Setup) => void;
}

const NEW = 'new';
const NOBODY = 'nobody';

/** Who is at a microphone: one of those of the job, one more, or nobody. */
export function AtMic({ setup, part, onChange }: Props) {
  const partClass = classOf(part);
  if (!takesUp(partClass) || partClass.kind === 'source') return null;
  const byAir = setup.job.sources.filter((s) => s.from === undefined);
  const now = setup.placements.find((p) => p.part === part.id)?.source ?? NOBODY;
  const choose = (key: string) => {
    const at = key === NEW ? 'a new voice' : key === NOBODY ? 'nobody' : { source: key };
    const name = byAir.find((s) => s.id === key)?.name ?? (key === NEW ? 'a new voice' : 'nobody');
    onChange(`${name} at ${partName(part)}`, withAtMic(setup, catalogue, part.id, at));
  };
  return (
    <label className="mt-2 flex items-center gap-2">
      <span className="shrink-0">At this mic</span>
      <select
        value={now}
        onChange={(e) => choose(e.target.value)}
        className="min-h-10 min-w-0 flex-1 rounded-lg border border-soft bg-paper px-2"
      >
        {byAir.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
        <option value={NEW}>a new voice</option>
        <option value={NOBODY}>nobody</option>
      </select>
    </label>
  );
}
