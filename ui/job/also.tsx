'use client';
import { X } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { classIn, type Destination, devicesOf, inApp, type Job, movedTo } from '@/core/model';
import { lower, offeredApps } from '../components';
import { BlankWithPanel } from './blank';
import { alsoText } from './blanks';

const FIELD = 'min-h-10 min-w-0 rounded-lg border border-soft bg-paper px-2';
const DEVICES = devicesOf(catalogue);
const MOST = 3;

/** Further devices that record the same: a camera, a recorder for safety. */
export function AlsoBlank({ job, onFill }: { readonly job: Job; readonly onFill: (job: Job) => void }) {
  const also = job.also ?? [];
  const set = (next: readonly Destination[]) => {
    const { also: _, ...rest } = job;
    onFill(next.length > 0 ? { ...rest, also: next } : rest);
  };
  return (
    <BlankWithPanel name="What else records" words={alsoText(job)}>
      {() => (
        <div className="flex flex-col gap-3">
          <p className="text-soft text-sm">
            Further devices that record the same sound or call somebody, each with its app.
          </p>
          {also.map((d, i) => (
            <div
              key={`${d.device} ${also.slice(0, i).filter((o) => o.device === d.device).length}`}
              className="flex gap-2"
            >
              <span className="flex flex-1 flex-col gap-1">
                {classIn(catalogue, d.device).name}
                <select
                  aria-label={`App on the ${lower(classIn(catalogue, d.device).name)}`}
                  className={FIELD}
                  value={d.app}
                  onChange={(e) => set(also.with(i, inApp(d, e.target.value)))}
                >
                  {offeredApps(d).map((a) => (
                    <option key={a.id} value={a.id}>
                      in the {lower(a.name)}
                    </option>
                  ))}
                </select>
              </span>
              <button
                type="button"
                aria-label={`Leave out the ${lower(classIn(catalogue, d.device).name)}`}
                className="grid size-10 shrink-0 place-items-center self-end rounded-lg border border-soft"
                onClick={() => set(also.filter((_, k) => k !== i))}
              >
                <X size={18} aria-hidden />
              </button>
            </div>
          ))}
          {also.length < MOST && (
            <select
              aria-label="Add a device that records the same"
              className={FIELD}
              value=""
              onChange={(e) => {
                set([...also, movedTo({ device: job.device, app: 'recorder-picker' }, e.target.value, catalogue)]);
              }}
            >
              <option value="" disabled>
                Add a device …
              </option>
              {DEVICES.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
          )}
        </div>
      )}
    </BlankWithPanel>
  );
}
