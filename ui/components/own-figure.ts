'use client';
import { catalogue } from '@/catalogue';
import { withFigure } from '@/core/log';
import { classIn, type Drawer, type Part, type Setup } from '@/core/model';
import type { Edit } from '@/store';
import { keepChange } from './keeping';
import { today } from './words';

/** What was found of a part, and where it is to be kept. */
interface Found {
  readonly setup: Setup;
  readonly part: Part;
  /** The open one; another's drawer may well have a part of the same id. */
  readonly drawer: Drawer | null | undefined;
  readonly figure: string;
  readonly value: number;
}

/**
 * Keep a figure that was found of a part: in the setup, and in the drawer if it has this very part, with the day.
 * @returns whether it was kept
 */
export async function keepFigure(label: string, { setup, part, drawer, figure, value }: Found): Promise<boolean> {
  const partClass = classIn(catalogue, part.class);
  const date = today();
  const inSetup = (p: Part): Part => ({
    ...p,
    values: { ...p.values, [figure]: value },
    measured: { ...p.measured, [figure]: date },
  });
  const edits: Edit[] = [
    {
      kind: 'setups',
      id: setup.id,
      become: (now) => now && { ...now, parts: now.parts.map((p) => (p.id === part.id ? inSetup(p) : p)) },
    },
  ];
  if (drawer)
    edits.push({
      kind: 'drawers',
      id: drawer.id,
      become: (now) => now && withFigure(now, part, partClass, { figure, value, date }),
    });
  return keepChange(label, edits);
}
