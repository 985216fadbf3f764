'use client';
import type { Job } from '@/core/model';
import { BlankWithPanel } from './blank';
import { BLANKS, EFFORTS, voicesText } from './blanks';

const nearestEffort = (splAt1m: number): number =>
  EFFORTS.reduce(
    (best, e, i) => (Math.abs(e.splAt1m - splAt1m) < Math.abs(EFFORTS[best].splAt1m - splAt1m) ? i : best),
    0,
  );

/** How many voices, who they are, and how loudly each speaks. */
export function VoicesBlank({ job, onFill }: { readonly job: Job; readonly onFill: (job: Job) => void }) {
  const patch = (i: number, change: Partial<Job['sources'][number]>) =>
    onFill({ ...job, sources: job.sources.map((s, k) => (k === i ? { ...s, ...change } : s)) });
  return (
    <BlankWithPanel name={BLANKS.voices.name} words={voicesText(job.sources.length)}>
      {() => (
        <div className="flex flex-col gap-3">
          <fieldset className="flex flex-wrap gap-x-4">
            <legend className="mb-1 text-soft">How many voices</legend>
            {BLANKS.voices.choices().map((c) => (
              <label key={c.key} className="flex min-h-10 items-center gap-2">
                <input
                  type="radio"
                  name="voices"
                  className="size-5 accent-(--accent)"
                  checked={job.sources.length === Number(c.key)}
                  onChange={() => onFill(c.fill(job))}
                />
                {c.words}
              </label>
            ))}
          </fieldset>
          <p className="text-soft text-sm">Who speaks, and how loudly: dB SPL at 1 m.</p>
          {job.sources.map((s, i) => (
            <div key={s.id} className="flex gap-2">
              <input
                aria-label={`Name of voice ${i + 1}`}
                className="min-h-10 w-28 min-w-0 rounded-lg border border-soft bg-paper px-2"
                defaultValue={s.name}
                maxLength={80}
                onBlur={(e) => e.target.value.trim() && patch(i, { name: e.target.value.trim() })}
              />
              <select
                aria-label={`How loudly ${s.name} speaks`}
                className="min-h-10 w-0 min-w-0 flex-1 rounded-lg border border-soft bg-paper px-2"
                value={nearestEffort(s.splAt1m)}
                onChange={(e) => patch(i, { splAt1m: EFFORTS[Number(e.target.value)].splAt1m })}
              >
                {EFFORTS.map((e, k) => (
                  <option key={e.name} value={k}>
                    {e.name}, {e.splAt1m} dB
                  </option>
                ))}
              </select>
            </div>
          ))}
        </div>
      )}
    </BlankWithPanel>
  );
}
