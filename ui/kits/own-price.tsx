import { RotateCcw } from 'lucide-react';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { style } from '@/core/format';
import { type Drawer, dearerByLength, ofKind } from '@/core/model';
import type { Wanted } from '@/core/plan';
import { classOf, editDrawer } from '../components';

interface Props {
  readonly drawer: Drawer;
  readonly wanted: Wanted;
}

const FIELD = 'min-h-9 rounded-md border border-soft bg-paper px-2 text-right font-mono print:border-0';

/** What one of a class costs where the owner shops: written over our estimate, kept with the drawer. */
export function OwnPrice({ drawer, wanted }: Props) {
  const { price } = wanted;
  // Of a cable longer than usual the price of the class is kept: what it is dearer by its length comes on top.
  const part = ofKind(wanted.classId, catalogue);
  const classId = part.class;
  const more = dearerByLength(part, classOf(part));
  const [wrong, setWrong] = useState<string | null>(null);
  const own = drawer.prices?.[classId] !== undefined;
  const keep = async (next: readonly [number, number] | null) => {
    setWrong(
      await editDrawer(`Price of ${wanted.what}`, drawer.id, (d) => {
        const { [classId]: _gone, ...others } = d.prices ?? {};
        return {
          ...d,
          prices: next ? { ...others, [classId]: [Math.max(0, next[0] - more), Math.max(0, next[1] - more)] } : others,
        };
      }),
    );
  };
  const typed = (end: 0 | 1) => (text: string) => {
    const entered = Number(text.replace(',', '.'));
    if (text.trim() === '' || !Number.isFinite(entered)) return setWrong('Write a number.');
    if (entered === price[end]) return setWrong(null);
    // The other end goes along: a price known to the coin is the same twice.
    const [low, high] = end === 0 ? [entered, Math.max(entered, price[1])] : [Math.min(entered, price[0]), entered];
    return void keep([low, high]);
  };
  const ends = [
    { end: 0, name: 'from' },
    { end: 1, name: 'to' },
  ] as const;
  return (
    <span className="shrink-0 text-right">
      {ends.map(({ end, name }) => (
        <span key={`${name} ${price[end]}`} className="text-soft text-sm">
          {end === 1 && ' to '}
          <input
            aria-label={`${wanted.what}: price ${name}`}
            aria-invalid={wrong !== null}
            defaultValue={price[end]}
            inputMode="decimal"
            onBlur={(e) => typed(end)(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            className={`${FIELD} w-16 text-ink`}
          />
        </span>
      ))}{' '}
      <span className="text-soft text-sm">{drawer.currency}</span>
      {own && (
        <button
          type="button"
          className="ml-1 inline-flex size-9 items-center justify-center rounded-md text-accent hover:bg-accent-wash print:hidden"
          aria-label={`Back to our estimate for ${wanted.what}`}
          onClick={() => keep(null)}
        >
          <RotateCcw size={16} aria-hidden />
        </button>
      )}
      {wrong && (
        <span role="alert" className="block text-fail text-sm">
          {wrong} Nothing was changed.
        </span>
      )}
    </span>
  );
}

/** What money is called where the owner shops. */
export function CurrencyField({ drawer }: Pick<Props, 'drawer'>) {
  return (
    <label className="flex items-center gap-2 text-soft text-sm">
      Currency
      <input
        key={drawer.currency}
        defaultValue={drawer.currency ?? ''}
        maxLength={8}
        placeholder={style().currency}
        onBlur={(e) => {
          const currency = e.target.value.trim();
          if (currency === (drawer.currency ?? '')) return;
          void editDrawer('Currency', drawer.id, ({ currency: _before, ...d }) => (currency ? { ...d, currency } : d));
        }}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        className={`${FIELD} w-20 text-left text-ink`}
      />
    </label>
  );
}
