'use client';
import { useState } from 'react';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly onValue: (value: number) => void;
  /** What is kept counts as one step when it is left; what only this screen shows follows the typing. */
  readonly keeps?: boolean;
}

/** A number that can be typed in peace: what is half typed stays as it is, and counts once it is a number in its range. */
export function NumberField({ label, value, min, max, step, onValue, keeps = false }: Props) {
  const [text, setText] = useState<string | null>(null);
  const enter = (typed: string | null) => {
    const entered = Number(typed);
    if (typed !== null && typed !== '' && entered >= min && entered <= max && entered !== value) onValue(entered);
  };
  const done = () => {
    setText(null);
    if (keeps) enter(text);
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
        onChange={(e) => {
          setText(e.target.value);
          if (!keeps) enter(e.target.value);
        }}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
        }}
        className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-mono text-base"
      />
    </label>
  );
}
