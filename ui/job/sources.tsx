'use client';
import { X } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { wiredSource } from '@/core/change';
import { classIn, type Job, type Source, withSources } from '@/core/model';
import { EFFORTS, type Effort, lower } from '../components';
import { BlankWithPanel } from './blank';
import { BLANKS, LOUDNESSES, newInstrument, sourcesText, WIRED } from './blanks';

const FIELD = 'min-h-10 min-w-0 rounded-lg border border-soft bg-paper px-2';

const nearest = (levels: readonly Effort[], splAt1m: number): number =>
  levels.reduce(
    (best, e, i) => (Math.abs(e.splAt1m - splAt1m) < Math.abs(itemAt(levels, best).splAt1m - splAt1m) ? i : best),
    0,
  );

/** What is recorded: how many voices, instruments before a microphone, and what comes by wire. */
export function SourcesBlank({ job, onFill }: { readonly job: Job; readonly onFill: (job: Job) => void }) {
  const patch = (i: number, change: Partial<Source>) =>
    onFill({ ...job, sources: job.sources.map((s, k) => (k === i ? { ...s, ...change } : s)) });
  const without = (i: number) =>
    onFill(
      withSources(
        job,
        job.sources.filter((_, k) => k !== i),
      ),
    );
  const choices = BLANKS.voices.choices(job);
  const voices = job.sources.filter((s) => s.from === undefined && s.sound === undefined).length;
  return (
    <BlankWithPanel name={BLANKS.voices.name} words={sourcesText(job)}>
      {() => (
        <div className="flex flex-col gap-3">
          <fieldset className="flex flex-wrap gap-x-3">
            <legend className="mb-1 text-soft">How many voices</legend>
            {choices.map((c) => (
              <label key={c.key} className="flex min-h-10 items-center gap-1.5">
                <input
                  type="radio"
                  name="voices"
                  className="size-5 accent-(--accent)"
                  checked={voices === Number(c.key)}
                  onChange={() => onFill(c.fill(job))}
                />
                {c.words}
              </label>
            ))}
          </fieldset>
          <p className="text-soft text-sm">Who or what it is, and how loud: dB SPL at 1 m.</p>
          {job.sources.map((s, i) => (
            <div key={s.id} className="flex items-center gap-2">
              <input
                aria-label={`Name of source ${i + 1}`}
                className={`${FIELD} w-28`}
                defaultValue={s.name}
                maxLength={80}
                onBlur={(e) => e.target.value.trim() && patch(i, { name: e.target.value.trim() })}
              />
              {s.from === undefined ? (
                <Loudness source={s} onPick={(splAt1m) => patch(i, { splAt1m })} />
              ) : (
                <span className="flex-1 text-soft text-sm">
                  by wire: {lower(classIn(catalogue, s.from).name)}
                  {s.was && ` (${s.was})`}
                </span>
              )}
              {job.sources.length > 1 && (
                <button
                  type="button"
                  aria-label={`Leave ${s.name} out`}
                  className="grid size-10 shrink-0 place-items-center rounded-lg border border-soft"
                  onClick={() => without(i)}
                >
                  <X size={18} aria-hidden />
                </button>
              )}
            </div>
          ))}
          {job.sources.length < 16 && (
            <select
              aria-label="Add what else is recorded"
              className={FIELD}
              value=""
              onChange={(e) => {
                const wired = WIRED.find((c) => c.id === e.target.value);
                const more = wired ? wiredSource(wired, job.sources) : newInstrument(job);
                onFill(withSources(job, [...job.sources, more]));
              }}
            >
              <option value="" disabled>
                Add an instrument or a feed …
              </option>
              <option value="instrument">An instrument before a microphone</option>
              {WIRED.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}, by wire
                </option>
              ))}
            </select>
          )}
        </div>
      )}
    </BlankWithPanel>
  );
}

function Loudness({ source, onPick }: { readonly source: Source; readonly onPick: (splAt1m: number) => void }) {
  const levels = source.sound === 'music' ? LOUDNESSES : EFFORTS;
  return (
    <select
      aria-label={`How loud ${source.name} is`}
      className={`${FIELD} w-0 flex-1`}
      value={nearest(levels, source.splAt1m)}
      onChange={(e) => onPick(itemAt(levels, Number(e.target.value)).splAt1m)}
    >
      {levels.map((e, k) => (
        <option key={e.name} value={k}>
          {e.name}, {e.splAt1m} dB
        </option>
      ))}
    </select>
  );
}
