import type { ReactNode } from 'react';
import { type Clip, type Edit, LESS_NOISE_DB, LOW_CUT_HZ, MOST_DBTP } from '@/core/edit';
import { Button } from '../components';

/** Loudness that is asked for, and the ceiling of the peaks (EBU R 128; streams, common practice). */
const LOUDNESSES = [
  { lufs: -23, name: 'To −23 LUFS, broadcast' },
  { lufs: -16, name: 'To −16 LUFS, stream' },
  { lufs: -14, name: 'To −14 LUFS, loud stream' },
] as const;

interface Props {
  readonly clip: Clip;
  /** Where mains were found, hertz. */
  readonly hums: readonly number[];
  /** Where the handles stand, seconds, once they were moved. */
  readonly ends: readonly [number, number] | null;
  readonly disabled: boolean;
  readonly onEdit: (edit: Edit) => void;
}

/** Every single edit, by what it is for. */
export function EditButtons({ clip, hums, ends, disabled, onEdit }: Props) {
  const act = (edit: Edit) => () => onEdit(edit);
  return (
    <fieldset aria-label="Edits" disabled={disabled} className="flex flex-col gap-2">
      <Group name="Cut">
        <Button disabled={!ends} onClick={() => ends && onEdit({ do: 'trim', fromS: ends[0], toS: ends[1] })}>
          Trim to the handles
        </Button>
        <Button onClick={act({ do: 'trim-silence' })}>Cut off silence</Button>
        <Button onClick={act({ do: 'fade', inS: 0.05, outS: 0.3 })}>Fade both ends</Button>
      </Group>
      <Group name="Clean">
        {hums.length > 0 && <Button onClick={act({ do: 'notch', hz: hums })}>Take out hum</Button>}
        <Button onClick={act({ do: 'low-cut', hz: LOW_CUT_HZ })}>Low cut at {LOW_CUT_HZ} Hz</Button>
        <Button onClick={act({ do: 'denoise', mostDb: LESS_NOISE_DB })}>Noise down {LESS_NOISE_DB} dB</Button>
        <Button onClick={act({ do: 'declick' })}>Take out clicks</Button>
      </Group>
      {clip.channels.length >= 2 && (
        <Group name="Sides">
          <Button onClick={act({ do: 'both-sides', of: 0 })}>Left to both</Button>
          <Button onClick={act({ do: 'both-sides', of: 1 })}>Right to both</Button>
          <Button onClick={act({ do: 'polarity', of: 1 })}>Turn the right's polarity</Button>
        </Group>
      )}
      <Group name="Level">
        <Button onClick={act({ do: 'ride' })}>Ride the level</Button>
        {LOUDNESSES.map((l) => (
          <Button key={l.lufs} onClick={act({ do: 'loudness', lufs: l.lufs, mostDbtp: MOST_DBTP })}>
            {l.name}
          </Button>
        ))}
      </Group>
    </fieldset>
  );
}

function Group({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <div className="flex flex-col gap-x-3 gap-y-1 desk:flex-row desk:items-center">
      <span className="w-14 text-soft">{name}</span>
      <div className="flex flex-wrap gap-2">{children}</div>
    </div>
  );
}
