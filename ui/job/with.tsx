'use client';
import { X } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { typedNumber } from '@/core/format';
import { ALL_SORTS, askedName, type Job, USUAL_LOST_TAKE, USUAL_PER_PIECE, type With } from '@/core/model';
import { classOf, numberInput, useDrawer, useMoney } from '../components';
import { BlankWithPanel } from './blank';
import { withText } from './blanks';
import { ownedToAsk } from './owned';

const FIELD = 'min-h-10 min-w-0 rounded-lg border border-soft bg-paper px-2';
const MOST = 3;

/** Sums that the owner reckons with. */
const SUMS = [
  {
    name: 'lostTake',
    asks: 'A lost take would cost',
    under: 'The more, the sooner a safer chain comes first.',
    usual: USUAL_LOST_TAKE,
  },
  {
    name: 'perPiece',
    asks: 'To carry and plug one piece more costs',
    under: 'The more, the sooner a chain of few pieces comes first.',
    usual: USUAL_PER_PIECE,
  },
] as const;

/** What must take part, by name or by sort; whether the device is charged meanwhile; what a lost take and a piece more cost. */
export function WithBlank({ job, onFill }: { readonly job: Job; readonly onFill: (job: Job) => void }) {
  const drawer = useDrawer();
  const asked = job.with ?? [];
  const set = (next: readonly With[]) => {
    const { with: _, ...rest } = job;
    onFill(next.length > 0 ? { ...rest, with: next } : rest);
  };
  const keyOf = (w: With) => ('class' in w ? `class ${w.class}` : `sort ${w.sort}`);
  const there = new Set(asked.map(keyOf));
  return (
    <BlankWithPanel name="What must take part" words={withText(job)}>
      {() => (
        <div className="flex flex-col gap-3">
          <p className="text-soft text-sm">Only chains with all of these are shown.</p>
          {asked.map((w, i) => (
            <div key={keyOf(w)} className="flex items-center gap-2">
              <span className="flex-1">{askedName(w, catalogue)}</span>
              <button
                type="button"
                aria-label={`Leave out ${askedName(w, catalogue)}`}
                className="grid size-10 shrink-0 place-items-center rounded-lg border border-soft"
                onClick={() => set(asked.filter((_, k) => k !== i))}
              >
                <X size={18} aria-hidden />
              </button>
            </div>
          ))}
          {asked.length < MOST && (
            <select
              aria-label="Add what must take part"
              className={FIELD}
              value=""
              onChange={(e) => {
                const [kind, ...words] = e.target.value.split(' ');
                const name = words.join(' ');
                const sort = ALL_SORTS.find((s) => s === name);
                if (kind === 'class') set([...asked, { class: name }]);
                else if (sort) set([...asked, { sort }]);
              }}
            >
              <option value="" disabled>
                Add a part or a sort …
              </option>
              <optgroup label="Of a sort">
                {ALL_SORTS.filter((s) => !there.has(`sort ${s}`)).map((s) => (
                  <option key={s} value={`sort ${s}`}>
                    {s}
                  </option>
                ))}
              </optgroup>
              <optgroup label="From the drawer">
                {ownedToAsk(drawer)
                  .filter((p) => !there.has(`class ${p.class}`))
                  .map((p) => (
                    <option key={p.id} value={`class ${p.class}`}>
                      {p.name ? `${p.name} (${classOf(p).name})` : classOf(p).name}
                    </option>
                  ))}
              </optgroup>
            </select>
          )}
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="checkbox"
              className="size-6 accent-accent"
              checked={job.charging === true}
              onChange={(e) => {
                const { charging: _, ...rest } = job;
                onFill(e.target.checked ? { ...rest, charging: true } : rest);
              }}
            />
            Keep the device charged all the while
          </label>
          {SUMS.map(({ name, ...sum }) => (
            <OwnMoney
              key={name}
              {...sum}
              value={job[name]}
              onValue={(value) => {
                const { [name]: _, ...rest } = job;
                onFill(value === undefined ? rest : { ...rest, [name]: value });
              }}
            />
          ))}
        </div>
      )}
    </BlankWithPanel>
  );
}

interface OwnMoneyProps {
  readonly asks: string;
  readonly under: string;
  readonly value: number | undefined;
  readonly usual: number;
  /** Undefined for the usual. */
  readonly onValue: (value: number | undefined) => void;
}

/** A sum that the owner reckons with. */
function OwnMoney({ asks, under, value, usual, onValue }: OwnMoneyProps) {
  const money = useMoney();
  const now = value ?? usual;
  return (
    <label className="flex flex-col gap-1">
      <span>
        {asks} <span className="whitespace-nowrap text-soft text-sm">{money(now)}</span>
      </span>
      <input
        {...numberInput({ min: 0, max: 1_000_000 })}
        className={`${FIELD} font-mono`}
        defaultValue={now}
        onBlur={(e) => {
          const typed = typedNumber(e.target.value);
          if (!Number.isFinite(typed) || typed < 0 || typed > 1_000_000 || typed === now) return;
          onValue(typed === usual ? undefined : typed);
        }}
      />
      <span className="text-soft text-sm">{under}</span>
    </label>
  );
}
