'use client';
import { useId, useState } from 'react';
import { typedNumber } from '@/core/format';
import { inInput, numberInput } from './number-input';

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
  const [wrong, setWrong] = useState(false);
  const isIn = (typed: string) => typedNumber(typed) >= min && typedNumber(typed) <= max;
  const enter = (typed: string | null) => {
    if (typed !== null && isIn(typed) && typedNumber(typed) !== value) onValue(typedNumber(typed));
  };
  const done = () => {
    setWrong(text !== null && !isIn(text));
    setText(null);
    if (keeps) enter(text);
  };
  const id = useId();
  return (
    <label className="block text-sm">
      {label}
      <input
        {...numberInput({ min, max, step })}
        value={text ?? inInput(value)}
        aria-invalid={wrong}
        aria-describedby={wrong ? id : undefined}
        onChange={(e) => {
          setWrong(false);
          setText(e.target.value);
          if (!keeps) enter(e.target.value);
        }}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === 'Enter') done();
        }}
        className="mt-0.5 min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-mono text-base"
      />
      {wrong && (
        <span id={id} role="alert" className="text-fail">
          From {inInput(min)} to {inInput(max)}: nothing was changed.
        </span>
      )}
    </label>
  );
}
