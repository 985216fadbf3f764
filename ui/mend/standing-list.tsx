import type { Likely } from '@/core/diagnose';

interface Props {
  readonly causes: readonly Likely[];
  readonly chosen: string | null;
  readonly onChoose: (key: string) => void;
}

/** What it may be, likeliest first; pressed, its place lights up on the line. */
export function StandingList({ causes, chosen, onChoose }: Props) {
  return (
    <section aria-label="What it may be" className="rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold text-lg">What it may be</h2>
      <ol className="mt-2 flex flex-col gap-2">
        {causes.map((c, i) => {
          const percent = Math.round(100 * c.chance);
          const hasPlace = c.joint !== null || c.part !== null;
          return (
            <li key={c.key} className="flex items-center gap-3">
              <button
                type="button"
                disabled={!hasPlace}
                aria-pressed={hasPlace ? chosen === c.key : undefined}
                onClick={() => onChoose(c.key)}
                className={`relative min-h-10 min-w-0 flex-1 overflow-hidden rounded-lg border bg-paper px-3 py-1.5 text-left ${chosen === c.key ? 'border-accent' : 'border-transparent'} ${i === 0 ? 'font-bold' : ''} disabled:opacity-100`}
              >
                <span
                  className="absolute inset-y-0 left-0 bg-accent-wash"
                  style={{ width: `${percent}%` }}
                  aria-hidden
                />
                <span className="relative">{c.text}</span>
              </button>
              <span className="w-12 shrink-0 text-right tabular-nums">{percent} %</span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
