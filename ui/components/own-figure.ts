'use client';
import { catalogue } from '@/catalogue';
import { withFigure } from '@/core/log';
import { classIn, type Part, type Setup } from '@/core/model';
import { database, type Edit } from '@/store';
import { keepChange } from './keeping';
import { today } from './words';

/**
 * Keep a figure that was found of a part: in the setup, and in every drawer that has this very part, with the day.
 * @returns whether it was kept
 */
export async function keepFigure(
  label: string,
  setup: Setup,
  part: Part,
  figure: string,
  value: number,
): Promise<boolean> {
  const partClass = classIn(catalogue, part.class);
  const date = today();
  const drawers = (await database().drawers.toArray()).filter((d) =>
    d.parts.some((p) => p.id === part.id && p.class === part.class),
  );
  const inSetup = (p: Part): Part => ({
    ...p,
    values: { ...p.values, [figure]: value },
    measured: { ...p.measured, [figure]: date },
  });
  return keepChange(label, [
    {
      kind: 'setups',
      id: setup.id,
      become: (now) => now && { ...now, parts: now.parts.map((p) => (p.id === part.id ? inSetup(p) : p)) },
    },
    ...drawers.map(
      (d): Edit => ({
        kind: 'drawers',
        id: d.id,
        become: (now) => now && withFigure(now, part, partClass, { figure, value, date }),
      }),
    ),
  ]);
}
