'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { database } from '@/store';
import { setSetting, useOnPage, useSetting } from './use-documents';
import { today } from './words';

/** Days after which a whole backup counts as old; est. */
const OLD_DAYS = 14;
/** So many steps without any backup are worth one; est. */
const MANY_STEPS = 20;
const DAY_MS = 86_400_000;

export interface Backup {
  /** The day of the last whole one; null where there was none. */
  readonly last: string | null;
  readonly days: number | null;
  /** Something would be lost, and the last is old or there is none. */
  readonly due: boolean;
}

/** When all was saved last, and whether it is time to do so again. */
export function useBackup(): Backup | null {
  const on = useOnPage();
  const last = useSetting('backup');
  const steps = useLiveQuery(async () => (on ? database().steps.count() : 0), [on]) ?? 0;
  if (last === undefined) return null;
  const days = last === null ? null : Math.round((Date.parse(today()) - Date.parse(last)) / DAY_MS);
  return { last, days, due: days === null ? steps >= MANY_STEPS : days >= OLD_DAYS && steps > 0 };
}

/** All was saved today. */
export const backedUp = (): Promise<unknown> => setSetting('backup', today());
