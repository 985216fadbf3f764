'use client';
import { Check } from 'lucide-react';
import { DropdownMenu, Popover } from 'radix-ui';
import { type FormEvent, type KeyboardEvent, type ReactNode, useId, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { typedNumber } from '@/core/format';
import type { Job } from '@/core/model';
import { Button, inInput, numberInput } from '../components';
import type { ChoiceBlank } from './blanks';

const WORDS =
  'max-w-full whitespace-normal rounded-t-md border-accent text-left border-b-2 px-0.5 font-semibold text-accent hover:bg-accent-wash data-[state=open]:bg-accent data-[state=open]:text-accent-ink';
const PANEL =
  'z-30 max-h-(--radix-popper-available-height) overflow-y-auto rounded-xl border border-accent bg-card p-1.5 text-base shadow-xl';

/** What nobody types first. */
const ARTICLE = /^((an?|the|at|on|in|with) )+/i;

interface ChoiceProps {
  readonly blank: ChoiceBlank;
  readonly job: Job;
  readonly onFill: (job: Job) => void;
}

/** A blank filled by choosing among words. */
export function BlankOfChoice({ blank, job, onFill }: ChoiceProps) {
  const words = blank.now(job);
  const [open, setOpen] = useState(false);
  const menu = useRef<HTMLDivElement>(null);
  // A letter typed on a blank opens it and goes on into the menu, which finds what begins so.
  const typed = (e: KeyboardEvent) => {
    if (e.key.length !== 1 || e.key === ' ' || e.ctrlKey || e.metaKey || e.altKey) return;
    e.preventDefault();
    flushSync(() => setOpen(true));
    setTimeout(() => menu.current?.dispatchEvent(new window.KeyboardEvent('keydown', { key: e.key, bubbles: true })));
  };
  return (
    <DropdownMenu.Root modal={false} open={open} onOpenChange={setOpen}>
      <DropdownMenu.Trigger className={WORDS} aria-label={`${blank.name}: ${words}`} onKeyDown={typed}>
        {words}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          ref={menu}
          align="start"
          sideOffset={2}
          collisionPadding={8}
          className={`${PANEL} min-w-64`}
          loop
        >
          <DropdownMenu.RadioGroup value={words}>
            {blank.choices(job).map((c) => (
              <DropdownMenu.RadioItem
                key={c.key}
                value={c.words}
                textValue={c.words.replace(ARTICLE, '')}
                onSelect={() => onFill(c.fill(job))}
                className="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-3 rounded-lg px-3 py-1.5 data-[highlighted]:bg-accent-wash data-[highlighted]:outline-none"
              >
                <span className="w-4">
                  <DropdownMenu.ItemIndicator>
                    <Check size={16} aria-label="now" />
                  </DropdownMenu.ItemIndicator>
                </span>
                <span className="flex-1">{c.words}</span>
                {c.note && <span className="text-soft text-sm">{c.note}</span>}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

interface PanelProps {
  readonly name: string;
  readonly words: string;
  readonly children: (close: () => void) => ReactNode;
}

/** A blank with a small panel of its own. */
export function BlankWithPanel({ name, words, children }: PanelProps) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className={WORDS} aria-label={`${name}: ${words}`}>
        {words}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={2}
          collisionPadding={8}
          aria-label={name}
          // A number that was typed counts when the panel is left by a press beside it, as when its field is left.
          onPointerDownOutside={() => document.activeElement instanceof HTMLElement && document.activeElement.blur()}
          className={`${PANEL} w-80 max-w-[92vw] p-3`}
        >
          {children(() => setOpen(false))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface NumberProps {
  readonly name: string;
  readonly words: string;
  readonly value: number | null;
  readonly unit: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** Words of a button that takes the number away. */
  readonly without?: string;
  readonly onFill: (value: number | null) => void;
}

/** A blank filled with a number. */
export function BlankOfNumber({ name, words, value, unit, min, max, step, without, onFill }: NumberProps) {
  const id = useId();
  return (
    <BlankWithPanel name={name} words={words}>
      {(close) => {
        const fill = (text: string) => {
          const entered = Math.max(min, Math.min(max, typedNumber(text)));
          if (Number.isFinite(entered) && entered !== value) onFill(entered);
        };
        const submit = (e: FormEvent<HTMLFormElement>) => {
          e.preventDefault();
          fill(String(new FormData(e.currentTarget).get('value')));
          close();
        };
        return (
          <form onSubmit={submit}>
            <label htmlFor={id} className="mb-1 block text-soft">
              {name}, {unit}
            </label>
            <div className="flex gap-2">
              <input
                id={id}
                name="value"
                {...numberInput({ min, max, step })}
                required
                defaultValue={value === null ? '' : inInput(value)}
                onBlur={(e) => fill(e.target.value)}
                className="min-h-10 w-full rounded-lg border border-soft bg-paper px-2 font-mono"
              />
              <Button look="main" type="submit">
                Set
              </Button>
            </div>
            {without && (
              <Button
                look="quiet"
                className="mt-2"
                onClick={() => {
                  onFill(null);
                  close();
                }}
              >
                {without}
              </Button>
            )}
          </form>
        );
      }}
    </BlankWithPanel>
  );
}
