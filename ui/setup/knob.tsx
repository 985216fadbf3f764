'use client';
import { useId } from 'react';
import { type KnobSpec, knobAt, type Part, type PartClass } from '@/core/model';
import { positionText } from './knob-text';

interface SlideProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly words: string;
  /** While it is being turned. */
  readonly onTurn: (to: number) => void;
  /** When it is let go. */
  readonly onDone: () => void;
}

/** A slider: figures follow while it moves, one step of undo when it is let go. */
export function Slide({ label, value, min, max, step, words, onTurn, onDone }: SlideProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="flex justify-between gap-2">
        <span className="wrap-anywhere min-w-0">{label}</span>
        <output htmlFor={id} className="shrink-0 font-mono font-semibold">
          {words}
        </output>
      </label>
      <input
        id={id}
        type="range"
        min={min}
        max={max}
        step={step}
        value={value}
        aria-valuetext={words}
        onChange={(e) => onTurn(Number(e.target.value))}
        onPointerUp={onDone}
        onKeyUp={onDone}
        onBlur={onDone}
        className="h-10 w-full accent-(--accent)"
      />
    </div>
  );
}

interface KnobProps {
  readonly knob: KnobSpec;
  readonly part: Part;
  readonly partClass: PartClass;
  readonly onTurn: (knob: string, to: number) => void;
  readonly onDone: () => void;
  /** Where its name already stands beside it: still told to assistive technology. */
  readonly nameless?: boolean;
}

/** One knob of a part: gains slide, switches and choices are pressed. */
export function Knob({ knob, part, partClass, onTurn, onDone, nameless = false }: KnobProps) {
  const at = knobAt(part, partClass, knob.id);
  if (knob.unit === 'dB') {
    return (
      <Slide
        label={knob.label}
        value={at}
        min={knob.min}
        max={knob.max}
        step={knob.step}
        words={positionText(knob, at)}
        onTurn={(to) => onTurn(knob.id, to)}
        onDone={onDone}
      />
    );
  }
  const positions = Array.from(
    { length: Math.round((knob.max - knob.min) / knob.step) + 1 },
    (_, i) => knob.min + i * knob.step,
  );
  return (
    <fieldset>
      <legend className={nameless ? 'sr-only' : ''}>{knob.label}</legend>
      <div className="mt-1 flex flex-wrap gap-1">
        {positions.map((p) => (
          <label
            key={p}
            className={`flex min-h-10 items-center rounded-lg border px-3 has-focus-visible:outline-3 has-focus-visible:outline-accent ${p === at ? 'border-accent bg-accent font-semibold text-accent-ink' : 'border-rule'}`}
          >
            <input
              type="radio"
              className="sr-only"
              name={`${part.id} ${knob.id}`}
              checked={p === at}
              onChange={() => {
                onTurn(knob.id, p);
                onDone();
              }}
            />
            {positionText(knob, p)}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
