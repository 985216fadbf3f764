'use client';
import type { Report } from '@/core/assess';
import type { GateName } from '@/core/gates';
import { gateTitle, MarginBar, StatusMark, washOf } from '../components';

interface Props {
  readonly report: Report;
  readonly chosen: GateName | null;
  readonly onChoose: (gate: GateName) => void;
}

/** The eight gates: verdict by shape, the number it rests on, and its margin. */
export function Gates({ report, chosen, onChoose }: Props) {
  return (
    <section aria-label="Eight gates">
      <ul className="grid grid-cols-4 gap-1 desk:grid-flow-col desk:grid-cols-2 desk:grid-rows-4 desk:gap-x-2 desk:gap-y-0.5">
        {report.verdicts.map((v) => (
          <li key={v.gate}>
            <button
              type="button"
              aria-pressed={chosen === v.gate}
              title={v.asks}
              onClick={() => onChoose(v.gate)}
              className={`flex w-full flex-col items-center gap-0.5 rounded-lg border-2 px-1 py-1.5 desk:flex-row desk:py-0.5 desk:gap-2 desk:px-2 ${washOf(v.status)} ${
                chosen === v.gate ? 'border-accent' : 'border-transparent hover:border-rule'
              }`}
            >
              <StatusMark status={v.status} size={22} />
              <span className="font-semibold desk:w-18 desk:text-left">{gateTitle(v.gate)}</span>
              <span className="hidden min-w-0 flex-1 desk:block">
                <span className="block truncate text-right font-mono text-sm">{v.brief}</span>
                <MarginBar margin={v.margin} status={v.status} />
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
