import { History } from 'lucide-react';
import Link from 'next/link';
import { dayText } from '@/core/format';
import { lastTimeWith } from '@/core/log';
import type { Job } from '@/core/model';
import { appOf, classOf, lower, useAll } from '../components';

/** What the log has of this app on this device: what it worked with, the last time it did. */
export function LastTime({ job }: { readonly job: Job }) {
  const [entries, setups] = [useAll('entries'), useAll('setups')];
  const last = entries && setups && lastTimeWith(entries, setups, job);
  if (!last) return null;
  const { entry, setup } = last;
  const names = [...new Set((entry.parts ?? []).map((p) => p.name))];
  const where = `the ${lower(appOf(job.app).name)} on the ${lower(classOf({ id: job.device, class: job.device }).name)}`;
  return (
    <section aria-label="Last time" className="mb-3 flex gap-3 rounded-xl border border-rule bg-card px-4 py-3">
      <History size={22} aria-hidden className="mt-0.5 shrink-0 text-accent" />
      <p className="min-w-0">
        <b>{entry.went === 'well' ? 'It worked' : 'It did not work'}</b> with {where} on {dayText(entry.at)}
        {entry.place ? `, ${entry.place}` : ''}
        {names.length > 0 && `: ${names.join(', ')}`}.{' '}
        {setup && (
          <Link
            href={`/line/?setup=${encodeURIComponent(setup.id)}`}
            className="whitespace-nowrap font-semibold text-accent underline"
          >
            Open {setup.name}
          </Link>
        )}
      </p>
    </section>
  );
}
