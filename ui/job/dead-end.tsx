'use client';
import { catalogue } from '@/catalogue';
import { listText } from '@/core/format';
import { type Drawer, type Job, notKnownIn } from '@/core/model';
import { useConflict, useMoney, useOpeners } from '../components';

interface Props {
  readonly job: Job;
  readonly drawer: Drawer | null | undefined;
  /** What keeps the nearest miss from working; null where no chain leads there at all. */
  readonly miss: string | null;
  readonly onFill: (label: string, job: Job) => void;
}

/** No route: why not, and which one blank, filled otherwise, would open one. */
export function DeadEnd({ job, drawer, miss, onFill }: Props) {
  const money = useMoney();
  const { found, done } = useOpeners(job, drawer, true);
  const conflict = useConflict(job, drawer, true);
  return (
    <section aria-label="What would open a way" className="mb-3 rounded-xl border border-fail bg-card p-4">
      <p>
        <b>No route.</b>{' '}
        {notKnownIn(job, catalogue) ??
          miss ??
          `What is known makes no chain ${job.sources.every((s) => s.from !== undefined) ? 'from there' : 'from a microphone'} to this device and app.`}
      </p>
      {conflict?.wishes.length === 1 && (
        <p className="mt-2">
          What rules it out: <b>{conflict.wishes[0]?.wish}</b>.
        </p>
      )}
      {conflict && conflict.wishes.length > 1 && (
        <p className="mt-2">
          These cannot hold together: <b>{listText(conflict.wishes.map((w) => w.wish))}</b>. Without any one of them it
          works.
        </p>
      )}
      {conflict?.never && (
        <p className="mt-2">No wish is to blame: voices, device and app do not go together with what is known here.</p>
      )}
      <h3 className="mt-2 font-bold">What would open one</h3>
      <ul className="mt-1 flex flex-col gap-1.5">
        {found.map((o) => (
          <li key={o.label}>
            <button
              type="button"
              onClick={() => onFill(o.label, o.job)}
              className="flex min-h-11 w-full items-center justify-between gap-3 rounded-lg border border-rule px-3 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
            >
              <span className="font-semibold">{o.label}</span>
              <span className="shrink-0 text-sm">
                {o.answer.pieces} pieces, {o.answer.cost > 0 ? `${money(o.answer.cost)} to buy` : 'nothing to buy'}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-soft text-sm" aria-live="polite">
        {!done
          ? 'Trying each blank filled otherwise...'
          : found.length === 0
            ? 'No single blank would do it: change two, the device and the app first.'
            : 'Each was tried with that blank alone changed.'}
      </p>
    </section>
  );
}
