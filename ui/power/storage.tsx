'use client';
import { itemAt } from '@/core/algorithms';
import { minutesText } from '@/core/format';
import { videoMinutes, wavMinutes } from '@/core/power';
import { NumberField, useLiking } from '../components';

const SOUNDS = [
  { words: '44.1 kHz, 16 bit, mono', rate: 44_100, bits: 16, channels: 1 },
  { words: '48 kHz, 24 bit, stereo', rate: 48_000, bits: 24, channels: 2 },
  { words: '96 kHz, 24 bit, stereo', rate: 96_000, bits: 24, channels: 2 },
  { words: '48 kHz, 32 bit, four tracks', rate: 48_000, bits: 32, channels: 4 },
] as const;
const VIDEOS = [8, 16, 45, 100] as const;

const USUAL = { gigabytes: 16, sound: 1, video: 1 };

const FIELD = 'mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2';

/** Whether what is recorded fits: minutes of sound and of video in what is free. */
export function Storage({ minutes }: { readonly minutes: number }) {
  const [of, setOf] = useLiking('storage', USUAL);
  const { gigabytes } = of;
  const [sound, video] = [of.sound in SOUNDS ? of.sound : 1, of.video in VIDEOS ? of.video : 1];
  const s = itemAt(SOUNDS, sound);
  const rows = [
    { what: 'sound alone', fits: wavMinutes(gigabytes, s.rate, s.bits, s.channels) },
    { what: `video at ${VIDEOS[video]} Mbit/s`, fits: videoMinutes(gigabytes, itemAt(VIDEOS, video)) },
  ];
  return (
    <section aria-label="Storage" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">Storage</h2>
      <NumberField
        label="Free, GB"
        value={gigabytes}
        min={0.1}
        max={100_000}
        step={0.1}
        onValue={(to) => setOf({ ...of, gigabytes: to })}
      />
      <div className="mt-1 flex flex-col gap-2 text-sm">
        <label>
          Sound
          <select value={sound} onChange={(e) => setOf({ ...of, sound: Number(e.target.value) })} className={FIELD}>
            {SOUNDS.map((o, i) => (
              <option key={o.words} value={i}>
                {o.words}
              </option>
            ))}
          </select>
        </label>
        <label>
          Video
          <select value={video} onChange={(e) => setOf({ ...of, video: Number(e.target.value) })} className={FIELD}>
            {VIDEOS.map((o, i) => (
              <option key={o} value={i}>
                {o} Mbit/s
              </option>
            ))}
          </select>
        </label>
      </div>
      <ul className="mt-2 text-sm">
        {rows.map(({ what, fits }) => (
          <li key={what} className="flex justify-between gap-2 border-rule border-t py-1">
            <span>{what}</span>
            <span className={`font-mono ${fits < minutes ? 'font-semibold text-fail' : ''}`}>
              {minutesText(fits)}
              {fits < minutes ? ', too little' : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
