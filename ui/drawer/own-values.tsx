'use client';
import { RotateCcw } from 'lucide-react';
import { useState } from 'react';
import { entryOf } from '@/core/algorithms';
import { changeText, dayText, rough } from '@/core/format';
import { driftOf, foundOf } from '@/core/log';
import { type Drawer, figureName, type Part, quantity, valueWithBasis } from '@/core/model';
import { Basis, classOf } from '../components';

/** @param value null for the class's own. @returns what is wrong with it, or null when it was kept. */
export type OnFigure = (label: string, figure: string, value: number | null) => Promise<string | null>;

interface Props {
  readonly drawer: Drawer;
  readonly part: Part;
  readonly onFigure: OnFigure;
}

/** The figures of a part: the class's, with where each comes from; or the owner's in their place. */
export function OwnValues({ drawer, part, onFigure }: Props) {
  const partClass = classOf(part);
  return (
    <table className="w-full text-left">
      <caption className="pb-1 text-left text-soft text-sm">
        Measured it, or read it on the part? Write your own figure over ours.
      </caption>
      <thead className="sr-only">
        <tr>
          <th>figure and where it comes from</th>
          <th>value</th>
          <th>back to the class</th>
        </tr>
      </thead>
      <tbody>
        {Object.keys(partClass.values).map((name) => (
          <ValueRow
            key={`${part.id} ${name} ${valueWithBasis(part, partClass, name).value}`}
            drawer={drawer}
            part={part}
            name={name}
            onFigure={onFigure}
          />
        ))}
      </tbody>
    </table>
  );
}

function ValueRow({ drawer, part, name, onFigure }: Props & { readonly name: string }) {
  const partClass = classOf(part);
  const { value, unit, basis, source } = valueWithBasis(part, partClass, name);
  const [wrong, setWrong] = useState<string | null>(null);
  const keep = async (text: string) => {
    const entered = text.trim() === '' ? null : Number(text.replace(',', '.'));
    if (entered !== null && !Number.isFinite(entered)) {
      setWrong('Write a number.');
      return;
    }
    if (entered === value) return;
    setWrong(await onFigure(`${figureName(name)} of ${part.name ?? partClass.name}`, name, entered));
  };
  return (
    <>
      <tr className="border-rule border-t align-middle">
        <td className="py-1.5 pr-2 leading-tight" title={source}>
          <span className="block">{figureName(name)}</span>
          <Basis basis={basis} source={source} />
        </td>
        <td className="whitespace-nowrap py-1 text-right">
          <input
            aria-label={`${figureName(name)}, ${unit}`}
            aria-invalid={wrong !== null}
            defaultValue={value}
            inputMode="decimal"
            onBlur={(e) => keep(e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            className="min-h-9 w-24 rounded-md border border-soft bg-paper px-2 text-right font-mono"
          />{' '}
          <span className="inline-block w-12 text-left text-soft text-sm">{unit}</span>
        </td>
        <td className="w-9">
          {basis === 'own' && (
            <button
              type="button"
              className="inline-flex size-9 items-center justify-center rounded-md text-accent hover:bg-accent-wash"
              aria-label={`Back to the class's ${figureName(name)}, ${entryOf(partClass.values, name).value} ${unit}`}
              title={`Back to ${entryOf(partClass.values, name).value} ${unit}`}
              onClick={() => keep('')}
            >
              <RotateCcw size={16} aria-hidden />
            </button>
          )}
        </td>
      </tr>
      <Before drawer={drawer} part={part} name={name} unit={unit} />
      {wrong && (
        <tr>
          <td colSpan={3} role="alert" className="pb-1 text-fail text-sm">
            {wrong} Nothing was changed.
          </td>
        </tr>
      )}
    </>
  );
}

/** What the figure was on other days, and how far it went since. */
function Before({
  drawer,
  part,
  name,
  unit,
}: Pick<Props, 'drawer' | 'part'> & { readonly name: string; readonly unit: string }) {
  const drift = driftOf(foundOf(drawer, part.id, name), unit, quantity(part, classOf(part), name));
  if (!drift) return null;
  return (
    <tr>
      <td
        colSpan={3}
        className={`pb-1.5 text-sm leading-tight ${drift.isMuch ? 'font-semibold text-caution' : 'text-soft'}`}
      >
        {drift.days.map((d) => `${rough(d.value)} on ${dayText(d.date)}`).join(', ')}: {changeText(unit, drift.change)}
      </td>
    </tr>
  );
}
