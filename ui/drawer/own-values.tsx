'use client';
import { RotateCcw } from 'lucide-react';
import { useState } from 'react';
import { entryOf } from '@/core/algorithms';
import { figureName, type Part, valueWithBasis } from '@/core/model';
import { Basis, classOf } from '../components';
import { withValue } from './edits';

interface Props {
  readonly part: Part;
  /** @returns what is wrong with it, or null when it was kept. */
  readonly onKeep: (label: string, part: Part) => Promise<string | null>;
}

/** The figures of a part: the class's, with where each comes from; or the owner's in their place. */
export function OwnValues({ part, onKeep }: Props) {
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
            part={part}
            name={name}
            onKeep={onKeep}
          />
        ))}
      </tbody>
    </table>
  );
}

function ValueRow({ part, name, onKeep }: Props & { readonly name: string }) {
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
    setWrong(
      await onKeep(`${figureName(name)} of ${part.name ?? partClass.name}`, withValue(part, partClass, name, entered)),
    );
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
