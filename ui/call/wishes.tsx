'use client';
import { catalogue } from '@/catalogue';
import type { Hearings, Listener } from '@/core/call';
import { type Apart, callerCalled, callersOf, HERE, type Job, oneMoreCaller, type Setup } from '@/core/model';
import { atListener } from './said';

interface Props {
  readonly setup: Setup;
  readonly hearings: Hearings;
  readonly listener: Listener;
  readonly onKeep: (label: string, next: Setup) => Promise<boolean>;
}

const FIELD = 'min-h-10 min-w-0 rounded-lg border border-soft bg-paper px-2';
const MOST_NAME = 80;

/** Who one listener is, and whom they are to hear. */
export function Wishes({ setup, hearings, listener, onKeep }: Props) {
  const { job } = setup;
  const to = listener.kind === 'here' ? HERE : listener.id;
  const own = atListener(hearings, listener.id).filter((h) => h.want !== 'self');
  const caller = callersOf(job, catalogue).find((c) => c.id === listener.id);
  const keepJob = (label: string, next: Job) => onKeep(label, { ...setup, job: next });
  return (
    <details className="rounded-xl border border-rule bg-card p-3">
      <summary className="min-h-8 font-bold">Whom {listener.name} is to hear</summary>
      {caller && (
        <label className="mt-2 flex items-center gap-2">
          Name
          <input
            key={caller.name}
            className={`${FIELD} flex-1`}
            defaultValue={caller.name}
            maxLength={MOST_NAME}
            onBlur={(e) => {
              const name = e.target.value.trim();
              if (name !== '' && name !== caller.name)
                void keepJob(`Caller: ${name}`, callerCalled(job, catalogue, caller, name));
            }}
          />
        </label>
      )}
      <ul className="mt-2 flex flex-col gap-1">
        {own.map((h) => {
          const name = hearings.voices.find((v) => v.id === h.from)?.name ?? h.from;
          const told = job.apart?.find((a) => a.from === h.from && a.to === to)?.may ?? 'usual';
          return (
            <li key={h.from} className="flex items-center justify-between gap-2">
              <span className="min-w-0 truncate">{name}</span>
              <select
                aria-label={`${name} at ${listener.name}`}
                className={FIELD}
                value={told}
                onChange={(e) => void keepJob(`${name} at ${listener.name}`, kept(job, h.from, to, e.target.value))}
              >
                <option value="usual">{h.want === 'either' && told === 'usual' ? 'as it comes' : 'to be heard'}</option>
                <option value="either">does not matter</option>
                <option value="not">must not be heard</option>
              </select>
            </li>
          );
        })}
      </ul>
      {caller && (
        <button
          type="button"
          className="mt-2 min-h-10 rounded-lg border border-rule px-3 hover:border-accent"
          onClick={() => {
            const next = oneMoreCaller(job, catalogue, caller.destination);
            if (next) void keepJob('One more on this call', next);
          }}
        >
          One more on this call
        </button>
      )}
    </details>
  );
}

function kept(job: Job, from: string, to: string, may: string): Job {
  const { apart = [], ...rest } = job;
  const others = apart.filter((a) => a.from !== from || a.to !== to);
  const next: readonly Apart[] = may === 'not' || may === 'either' ? [...others, { from, to, may }] : others;
  return next.length > 0 ? { ...rest, apart: next } : rest;
}
