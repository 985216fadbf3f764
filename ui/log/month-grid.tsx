import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { Button, today } from '../components';

interface Props {
  /** The days on which something was done, as often as it was. */
  readonly days: readonly string[];
  readonly chosen: string | null;
  readonly onChoose: (day: string | null) => void;
}

const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric' });
const WEEKDAYS = ['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'];

/** A month with its days, those with something in the log marked by how much. */
export function MonthGrid({ days, chosen, onChoose }: Props) {
  const [month, setMonth] = useState(() => (days[0] ?? today()).slice(0, 7));
  const [year, number] = month.split('-').map(Number) as [number, number];
  const first = new Date(year, number - 1, 1);
  const length = new Date(year, number, 0).getDate();
  // Weeks begin on Monday.
  const blank = (first.getDay() + 6) % 7;
  const cells = [...Array.from({ length: blank }, () => null), ...Array.from({ length }, (_, i) => i + 1)];
  const weeks = Array.from({ length: Math.ceil(cells.length / 7) }, (_, w) => cells.slice(7 * w, 7 * w + 7));
  const turn = (by: number) => setMonth(today(new Date(year, number - 1 + by, 1)).slice(0, 7));
  return (
    <section aria-label="Calendar" className="rounded-xl border border-rule bg-card p-3">
      <div className="flex items-center justify-between">
        <Button look="quiet" aria-label="The month before" onClick={() => turn(-1)}>
          <ChevronLeft size={20} aria-hidden />
        </Button>
        <h2 className="font-bold" aria-live="polite">
          {MONTH.format(first)}
        </h2>
        <Button look="quiet" aria-label="The month after" onClick={() => turn(1)}>
          <ChevronRight size={20} aria-hidden />
        </Button>
      </div>
      <table className="mt-1 w-full table-fixed text-center">
        <thead>
          <tr className="text-soft text-sm">
            {WEEKDAYS.map((d) => (
              <th key={d} scope="col" className="font-normal">
                {d}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr key={week.find((d) => d !== null)}>
              {WEEKDAYS.map((name, i) => {
                const d = week[i] ?? null;
                if (d === null) return <td key={name} />;
                const day = `${month}-${String(d).padStart(2, '0')}`;
                const n = days.filter((x) => x === day).length;
                if (n === 0)
                  return (
                    <td key={name} className="h-9 text-soft">
                      {d}
                    </td>
                  );
                return (
                  <td key={name} className="h-9 p-0.5">
                    <button
                      type="button"
                      aria-pressed={chosen === day}
                      aria-label={`${d}: ${n} in the log`}
                      onClick={() => onChoose(chosen === day ? null : day)}
                      className={`size-full min-h-8 rounded-md font-bold ${chosen === day ? 'bg-accent text-accent-ink' : 'bg-accent-wash text-accent'}`}
                    >
                      {d}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {chosen !== null && (
        <Button look="quiet" onClick={() => onChoose(null)}>
          All days
        </Button>
      )}
    </section>
  );
}
