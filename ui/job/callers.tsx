'use client';
import { Phone, X } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { callerCalled, callersOf, type Job, oneMoreCaller, withoutCaller } from '@/core/model';
import { Button } from '../components';
import { BlankWithPanel } from './blank';
import { callersText } from './blanks';

const FIELD = 'min-h-10 min-w-0 flex-1 rounded-lg border border-soft bg-paper px-2';
const MOST_NAME = 80;
/** What another caller comes by until it is set otherwise, under what else records. */
const ANOTHER_PHONE = { device: 'phone-headset', app: 'phone-call' } as const;

/** Who is at the other end: by name, by one call or by several, each of them hearing everybody but themselves. */
export function CallersBlank({ job, onFill }: { readonly job: Job; readonly onFill: (job: Job) => void }) {
  const callers = callersOf(job, catalogue);
  const more = callers.length > 0 ? oneMoreCaller(job, catalogue, callers.at(-1)?.destination ?? 0) : null;
  return (
    <BlankWithPanel name="Who is called" words={callersText(job) ?? 'nobody'}>
      {() => (
        <div className="flex flex-col gap-2">
          <p className="text-soft text-sm">
            Everybody at the other end hears all but themselves. Who must not hear whom is set on Call.
          </p>
          {callers.map((c) => {
            const without = withoutCaller(job, catalogue, c);
            return (
              <div key={c.id} className="flex items-center gap-2">
                <Phone size={18} aria-hidden className="shrink-0" />
                <input
                  key={c.name}
                  aria-label={`Name of ${c.name}`}
                  className={FIELD}
                  defaultValue={c.name}
                  maxLength={MOST_NAME}
                  onBlur={(e) => {
                    const name = e.target.value.trim();
                    if (name !== '' && name !== c.name) onFill(callerCalled(job, catalogue, c, name));
                  }}
                />
                {without && (
                  <button
                    type="button"
                    aria-label={`Leave out ${c.name}`}
                    className="grid size-10 shrink-0 place-items-center rounded-lg border border-soft"
                    onClick={() => onFill(without)}
                  >
                    <X size={18} aria-hidden />
                  </button>
                )}
              </div>
            );
          })}
          <div className="flex flex-wrap gap-2">
            {more && <Button onClick={() => onFill(more)}>One more on this call</Button>}
            <Button onClick={() => onFill({ ...job, also: [...(job.also ?? []), ANOTHER_PHONE] })}>
              Another phone that calls
            </Button>
          </div>
        </div>
      )}
    </BlankWithPanel>
  );
}
