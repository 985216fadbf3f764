import { Repeat, Square } from 'lucide-react';
import { useState } from 'react';
import { itemAt } from '@/core/algorithms';
import { centsAbove, type Edit } from '@/core/edit';
import { signed } from '@/core/format';
import type { EditedClip } from '@/workers';
import { Button, NumberField } from '../components';
import { Keys } from './keys';
import { useLoop } from './use-loop';

interface Props {
  readonly clip: EditedClip;
  readonly disabled: boolean;
  readonly onEdit: (edit: Edit) => void;
}

/** What a sampler needs of a sound: its pitch put right, its beginning and end shaped, heard in a loop and on keys. */
export function AsSample({ clip, disabled, onEdit }: Props) {
  const [reference, setReference] = useState(440);
  const loop = useLoop();
  const { pitch } = clip;
  const seconds = itemAt(clip.channels, 0).length / clip.rateHz;
  const act = (edit: Edit) => {
    loop.stop();
    onEdit(edit);
  };
  return (
    <div className="flex min-w-0 flex-col gap-3">
      <fieldset aria-label="As a sample" disabled={disabled} className="flex flex-wrap items-end gap-2">
        <div className="w-28">
          <NumberField label="Reference, Hz" value={reference} min={20} max={5000} step={0.1} onValue={setReference} />
        </div>
        <Button disabled={!pitch} onClick={() => pitch && act({ do: 'pitch', cents: centsAbove(reference, pitch.hz) })}>
          To the reference
        </Button>
        {[-100, -5, 5, 100].map((cents) => (
          <Button key={cents} onClick={() => act({ do: 'pitch', cents })}>
            {Math.abs(cents) === 100 ? `${signed(cents / 100)} semitone` : `${signed(cents)} cents`}
          </Button>
        ))}
        <Button onClick={() => act({ do: 'reverse' })}>Reverse</Button>
        <Button onClick={() => act({ do: 'envelope', attackS: 0.02, decayS: 0 })}>Softer attack</Button>
        <Button onClick={() => act({ do: 'envelope', attackS: 0, decayS: 1.2 * seconds })}>Die away</Button>
        <Button onClick={() => (loop.playing ? loop.stop() : loop.start(clip))} aria-pressed={loop.playing}>
          {loop.playing ? <Square size={18} aria-hidden /> : <Repeat size={18} aria-hidden />}{' '}
          {loop.playing ? 'Stop' : 'Loop'}
        </Button>
      </fieldset>
      <Keys clip={clip} />
    </div>
  );
}
