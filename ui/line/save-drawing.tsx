'use client';
import { Image as Picture } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Button, failing } from '../components';
import { saveFile } from '../shell';
import { asPng, asSvg } from './as-svg';

const ITEM =
  'flex min-h-11 cursor-pointer items-center rounded-lg px-3 data-[highlighted]:bg-accent-wash data-[highlighted]:outline-none';

interface Props {
  readonly name: string;
  readonly id: string;
  /** What the gates say of it, in a sentence. */
  readonly outcome: string;
}

/** The line as a picture, to send or to print. */
export function SaveDrawing({ name, id, outcome }: Props) {
  const drawn = (): string | null => {
    const sheet = document.querySelector<HTMLElement>('section[aria-label^="The line"] > div');
    return sheet && asSvg(sheet, name, outcome);
  };
  const save = async (kind: 'svg' | 'png') => {
    const svg = drawn();
    if (!svg) return;
    if (kind === 'svg') saveFile(`${id}.svg`, svg, 'image/svg+xml');
    else saveFile(`${id}.png`, await asPng(svg));
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>
        <Button>
          <Picture size={18} aria-hidden /> Picture
        </Button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-30 min-w-44 rounded-xl border border-accent bg-card p-1.5 shadow-xl"
        >
          <DropdownMenu.Item className={ITEM} onSelect={() => void save('svg').catch(failing('The drawing'))}>
            Save as SVG
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void save('png').catch(failing('The picture'))}>
            Save as PNG
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
