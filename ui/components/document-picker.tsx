'use client';
import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';

interface Named {
  readonly id: string;
  readonly name: string;
}

interface Props {
  /** "Job" or "Setup": what is picked. */
  readonly what: string;
  readonly current: Named | null;
  readonly all: readonly Named[];
  readonly onOpen: (id: string) => void;
  readonly onRename: (name: string) => void;
  readonly onRemove: () => void;
  readonly onNew?: () => void;
  /** Makes another just like it, to be changed. */
  readonly onVariant?: () => void;
  readonly onCompare?: () => void;
}

const ITEM =
  'flex min-h-11 cursor-pointer items-center rounded-lg px-3 data-[highlighted]:bg-accent-wash data-[highlighted]:outline-none';

/** Which document lies open; another, a new one, another name, or none of it. */
export function DocumentPicker({ what, current, all, onOpen, onRename, onRemove, onNew, onVariant, onCompare }: Props) {
  const [renaming, setRenaming] = useState(false);
  const word = what.toLowerCase();
  if (renaming && current) {
    const done = (text: string) => {
      setRenaming(false);
      const name = text.trim();
      if (name !== '' && name !== current.name) onRename(name);
    };
    return (
      <input
        aria-label={`Name of the ${word}`}
        defaultValue={current.name}
        maxLength={80}
        ref={(input) => input?.focus()}
        onBlur={(e) => done(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
          if (e.key === 'Escape') setRenaming(false);
        }}
        className="w-full max-w-md rounded-lg border border-soft bg-paper px-2 font-bold"
      />
    );
  }
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className="wrap-anywhere inline-flex items-center gap-1 rounded-lg text-left hover:text-accent"
        aria-label={`${what}: ${current?.name ?? 'none'}`}
      >
        {current?.name ?? `${what}s`} <ChevronDown size={20} aria-hidden className="shrink-0 print:hidden" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-30 max-h-(--radix-popper-available-height) min-w-56 overflow-y-auto rounded-xl border border-accent bg-card p-1.5 shadow-xl"
          // The field for the name takes the focus itself.
          onCloseAutoFocus={(e) => renaming && e.preventDefault()}
        >
          {all.map((d) => (
            <DropdownMenu.Item
              key={d.id}
              className={`${ITEM} ${d.id === current?.id ? 'font-bold' : ''}`}
              onSelect={() => onOpen(d.id)}
            >
              {d.name}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          {onNew && (
            <DropdownMenu.Item className={ITEM} onSelect={onNew}>
              New {word}
            </DropdownMenu.Item>
          )}
          {current && (
            <>
              {onVariant && (
                <DropdownMenu.Item className={ITEM} onSelect={onVariant}>
                  Make a variant of this {word}
                </DropdownMenu.Item>
              )}
              {onCompare && (
                <DropdownMenu.Item className={ITEM} onSelect={onCompare}>
                  Compare this {word} with another
                </DropdownMenu.Item>
              )}
              <DropdownMenu.Item className={ITEM} onSelect={() => setRenaming(true)}>
                Rename this {word}
              </DropdownMenu.Item>
              <DropdownMenu.Item className={`${ITEM} text-fail`} onSelect={onRemove}>
                Remove this {word}
              </DropdownMenu.Item>
            </>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
