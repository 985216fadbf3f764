'use client';
import { useState } from 'react';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly onValue: (value: number) => void;
}

/**
 * A number that can be typed in peace: it counts when the field is left or Enter is pressed, as one step. What is no number
 * in its range is put back.
 */
export function NumberField({ label, value, min, max, step, onValue }: Props) {
  const [text, setText] = useState<string | null>(null);
  const done = () => {
    setText(null);
    const entered = Number(text);
    if (text !== null && text !== '' && entered >= min && entered <= max && entered !== value) onValue(entered);
  };
  return (
    <label className="block text-sm">
      {label}
      <input
        type="number"
        min={min}
        max={max}
        step={step}
        value={text ?? String(value)}
        onChange={(e) => setText(e.target.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
        }}
        className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-mono text-base"
      />
    </label>
  );
}
