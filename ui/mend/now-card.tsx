import type { Diagnosis } from '@/core/diagnose';

/** The show is about to start: what is done without knowing why. */
export function NowCard({ now: { act, chance, seconds, care } }: { readonly now: NonNullable<Diagnosis['now']> }) {
  const times = chance === null ? null : Math.max(1, Math.min(9, Math.round(10 * chance)));
  return (
    <section aria-label="It starts in two minutes" className="rounded-xl bg-ink p-4 text-paper">
      <h2 className="font-bold text-lg">It starts in two minutes?</h2>
      <p>
        {act}. {times === null ? 'It records something, at least' : `Right ${times} times in 10`}; about {seconds} s.
      </p>
      {care.length > 0 && <p className="mt-1 text-sm">First: {care.join(' ')}</p>}
    </section>
  );
}
