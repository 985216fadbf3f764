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

/** A number that can be typed in peace: what is half typed stays as it is, and counts once it is a number in its range. */
export function NumberField({ label, value, min, max, step, onValue }: Props) {
  const [text, setText] = useState<string | null>(null);
  return (
    <label className="block text-sm">
      {label}
      <input
        type="number"
        min={min}
        max={max}
        step={step}
        value={text ?? String(value)}
        onChange={(e) => {
          setText(e.target.value);
          const entered = Number(e.target.value);
          if (e.target.value !== '' && entered >= min && entered <= max) onValue(entered);
        }}
        onBlur={() => setText(null)}
        className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-mono text-base"
      />
    </label>
  );
}
