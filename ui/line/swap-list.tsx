'use client';
import { catalogue } from '@/catalogue';
import type { Report } from '@/core/assess';
import { classIn, type Setup } from '@/core/model';
import type { Swap } from '@/core/plan';
import { gateTitle, StatusMark, useMoney } from '../components';

interface Props {
  readonly report: Report;
  readonly swaps: readonly Swap[] | null;
  readonly onSwap: (label: string, setup: Setup) => void;
}

/** What else fits in this place, each with the gates that it would change. */
export function SwapList({ report, swaps, onSwap }: Props) {
  const money = useMoney();
  if (swaps === null) return <p className="text-soft">Trying everything that fits...</p>;
  if (swaps.length === 0) return <p className="text-soft">Nothing else that is known fits here.</p>;
  return (
    <ul className="flex flex-col gap-1">
      {swaps.map((s) => {
        const changed = report.verdicts.flatMap((v) => (s.gates[v.gate] === v.status ? [] : [v.gate]));
        const name = classIn(catalogue, s.classId).name;
        return (
          <li key={s.classId}>
            <button
              type="button"
              onClick={() => onSwap(`Use ${name}`, s.setup)}
              className="min-h-11 w-full rounded-lg border border-rule px-3 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
            >
              <span className="flex justify-between gap-2">
                <span className="font-semibold">{name}</span>
                <span className="shrink-0 text-soft text-sm">
                  {s.owned ? 'in the drawer' : `about ${money(s.price)}`}
                </span>
              </span>
              <span className="flex flex-wrap gap-x-3 text-sm">
                {changed.length === 0 && <span className="text-soft">the gates stay as they are</span>}
                {changed.map((g) => (
                  <span key={g} className="inline-flex items-center gap-1">
                    <StatusMark status={s.gates[g]} size={15} /> {gateTitle(g)}
                  </span>
                ))}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}
