'use client';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import type { Setup } from '@/core/model';
import { nameIn } from '../components';

/** What is comfortable to have in hand; the bar is full there. */
const COMFORT_MA = 300;

/** Every piece that draws current, the one that runs out first at the top: how much more its port and lead would bear. */
export function FirstToFail({ setup, report }: { readonly setup: Setup; readonly report: Report }) {
  const pieces = report.tree
    .filter((n) => n.drawMa > 0)
    .map((n) => ({ part: n.part, spareMa: n.spareMa ?? Number.POSITIVE_INFINITY }))
    .sort((a, b) => a.spareMa - b.spareMa);
  if (pieces.length === 0) return null;
  return (
    <section aria-label="What runs out first" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">
        What runs out first{' '}
        <span className="font-normal text-soft text-sm">how much more could be drawn there, current and volts</span>
      </h2>
      <ol className="mt-1 flex flex-col gap-1">
        {pieces.map((p) => {
          const short = p.spareMa < 0;
          const share = Math.max(0, Math.min(1, p.spareMa / COMFORT_MA));
          return (
            <li
              key={p.part}
              className="grid grid-cols-[minmax(0,1fr)_3rem_7rem] items-center gap-2 desk:grid-cols-[minmax(0,1fr)_9rem_7rem]"
            >
              <span className="leading-tight">{nameIn(setup, p.part)}</span>
              <span className="h-2.5 overflow-hidden rounded-full border border-soft bg-paper" aria-hidden>
                <span className="block h-full bg-accent" style={{ width: `${(100 * share).toFixed(0)}%` }} />
              </span>
              <span className={`text-right font-mono text-sm ${short ? 'font-semibold text-fail' : ''}`}>
                {short ? `${figure(-p.spareMa)} mA short` : `${figure(p.spareMa)} mA spare`}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
