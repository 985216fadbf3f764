'use client';
import { typedNumber } from '@/core/format';
import type { Job, Room } from '@/core/model';
import { inInput, numberInput } from '../components';
import { BlankWithPanel } from './blank';
import { ROOMS, roomText } from './blanks';

const FIELDS: readonly {
  readonly key: keyof Room;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
}[] = [
  { key: 'volumeM3', label: 'Volume, m³', min: 1, max: 100_000, step: 1 },
  { key: 'reverbS', label: 'Reverberation, s', min: 0.05, max: 20, step: 0.05 },
  { key: 'noiseDba', label: 'Its noise, dB(A)', min: 0, max: 120, step: 1 },
];

/** What the room is like, so that distance and the microphone's pattern can be judged; or nothing said of it. */
export function RoomBlank({ job, onFill }: { readonly job: Job; readonly onFill: (job: Job) => void }) {
  const { room, ...rest } = job;
  const become = (next: Room | null) => onFill(next ? { ...rest, room: next } : rest);
  const isNow = (r: Room | null) => (r === null ? !room : JSON.stringify(r) === JSON.stringify(room));
  return (
    <BlankWithPanel name="The room" words={roomText(room)}>
      {() => (
        <div className="flex flex-col gap-2">
          <fieldset>
            <legend className="mb-1 text-soft">What is the room like?</legend>
            {ROOMS.map((r) => (
              <label key={r.words} className="flex min-h-10 items-center gap-2">
                <input
                  type="radio"
                  name="room"
                  className="size-5 accent-(--accent)"
                  checked={isNow(r.room)}
                  onChange={() => become(r.room)}
                />
                {r.words}
              </label>
            ))}
          </fieldset>
          {room && (
            <div className="grid grid-cols-3 gap-2">
              {FIELDS.map((f) => (
                <label key={f.key} className="text-sm">
                  {f.label}
                  <input
                    {...numberInput(f)}
                    key={room[f.key]}
                    defaultValue={inInput(room[f.key])}
                    onBlur={(e) => {
                      const entered = typedNumber(e.target.value);
                      if (Number.isFinite(entered)) {
                        become({ ...room, [f.key]: Math.max(f.min, Math.min(f.max, entered)) });
                      }
                    }}
                    className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-mono text-base"
                  />
                </label>
              ))}
            </div>
          )}
          <p className="text-soft text-sm">Typical rooms, estimates; your own figures are better.</p>
        </div>
      )}
    </BlankWithPanel>
  );
}
