'use client';
import { type Entry, FORMAT_VERSION, type Setup } from '@/core/model';
import { type Edit, idsOf } from '@/store';
import { keepChange } from './keeping';
import { classOf, freeId, nameIn, today } from './words';

/** Now by the clock on the wall, to the minute. */
const now = (at = new Date()): string =>
  `${today(at)}T${[at.getHours(), at.getMinutes()].map((n) => String(n).padStart(2, '0')).join(':')}`;

const MOST_NAME = 160;

/** An entry's words about the setup that it was with. */
export const about = (setup: Setup): Pick<Entry, 'setup' | 'parts' | 'device' | 'app'> => ({
  setup: { id: setup.id, name: setup.name },
  parts: setup.parts
    .filter((p) => !classOf(p).host)
    .map((p) => ({ class: p.class, name: nameIn(setup, p.id).slice(0, 120) })),
  device: setup.job.device,
  app: setup.job.app,
});

type Told = Omit<Entry, 'format' | 'version' | 'id' | 'at'>;

/** Something that was done, as a new entry of the log: an edit, to be kept with what else was done by it. */
export async function entryEdit(told: Told): Promise<Edit> {
  const at = now();
  const id = freeId(`log-${at.replace(/[^0-9]/g, '')}`, await idsOf('entries'));
  const name = told.name.slice(0, MOST_NAME);
  const entry: Entry = { format: 'symplex.entry', version: FORMAT_VERSION, id, at, ...told, name };
  return { kind: 'entries', id, become: () => entry };
}

/** Keep an entry as a step of its own. @returns whether it was kept. */
export const keepEntry = async (label: string, told: Told): Promise<boolean> =>
  keepChange(label, [await entryEdit(told)]);
