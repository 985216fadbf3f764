import { Check } from 'lucide-react';
import type { Step } from '@/core/run';
import type { Ticks } from './use-ticks';

interface Props {
  readonly steps: readonly (Step & { readonly count?: number })[];
  readonly ticks: Ticks;
  readonly onTick: (id: string) => void;
  /** Steps that are done one after the other, with their numbers. */
  readonly inOrder?: boolean;
}

/** Steps to be ticked with a thumb, or with a pen on paper. */
export function TickList({ steps, ticks, onTick, inOrder = false }: Props) {
  const next = inOrder ? steps.findIndex((s) => ticks[s.id] === undefined) : -1;
  const List = inOrder ? 'ol' : 'ul';
  return (
    <List className="flex flex-col gap-1 print:gap-0.5">
      {steps.map((s, i) => {
        const at = ticks[s.id];
        return (
          <li key={s.id}>
            <label
              className={`has-focus-visible:outline-3 has-focus-visible:outline-accent flex min-h-12 w-full items-center gap-3 rounded-lg border px-2 py-1 text-left text-lg leading-tight print:min-h-0 print:gap-2 print:rounded-none print:border-0 print:p-0 print:text-[9.5pt] ${
                at !== undefined
                  ? 'border-rule bg-paper'
                  : i === next
                    ? 'border-accent bg-accent-wash font-semibold print:font-normal'
                    : 'border-rule bg-card hover:border-accent'
              }`}
            >
              <input type="checkbox" className="sr-only" checked={at !== undefined} onChange={() => onTick(s.id)} />
              <span
                aria-hidden
                className={`grid size-7 shrink-0 place-items-center rounded-md border-2 print:size-3.5 print:rounded-sm print:border ${at !== undefined ? 'border-accent bg-accent text-accent-ink' : 'border-ink'}`}
              >
                {at !== undefined && <Check size={18} strokeWidth={3} />}
              </span>
              {inOrder && <span className="w-6 shrink-0 text-right font-mono text-soft print:w-4">{i + 1}</span>}
              <span className={`min-w-0 flex-1 ${at !== undefined ? 'text-soft' : ''}`}>
                {s.count !== undefined && s.count > 1 && <b className="font-mono">{s.count} x </b>}
                {s.text}
              </span>
              {at !== undefined && <span className="shrink-0 font-mono text-soft text-sm">{at}</span>}
            </label>
          </li>
        );
      })}
    </List>
  );
}
