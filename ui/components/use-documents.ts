'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect, useMemo, useState } from 'react';
import { catalogue } from '@/catalogue';
import { withFaults } from '@/core/log';
import type { Drawer, Job, Setup } from '@/core/model';
import {
  database,
  type Kept,
  type Kind,
  nextSteps,
  ready,
  type SetAside,
  type Setting,
  setAside,
  sorted,
} from '@/store';
import { attempt, keptNowhere } from './keeping';

/** What lies in the browser is only known there: false while the page is still the built one. */
export function useOnPage(): boolean {
  const [on, setOn] = useState(false);
  useEffect(() => {
    let current = true;
    void ready(catalogue).then((where) => {
      if (where.in === 'memory') keptNowhere(where.why);
      if (current) setOn(true);
    });
    return () => {
      current = false;
    };
  }, []);
  return on;
}

const bySpokenName = (a: { readonly name: string }, b: { readonly name: string }) => a.name.localeCompare(b.name, 'en');

/** All documents of a kind by name, kept up to date with other tabs; undefined while they load. */
export function useAll<K extends Kind>(kind: K): readonly Kept[K][] | undefined {
  const on = useOnPage();
  return useLiveQuery(
    async () => (on ? [...(await sorted(kind, catalogue)).sound].sort(bySpokenName) : undefined),
    [on, kind],
  );
}

/** What is in the browser and cannot be worked with, with its fault. */
export function useSetAside(): readonly SetAside[] {
  const on = useOnPage();
  return useLiveQuery(async () => (on ? setAside(catalogue) : []), [on]) ?? [];
}

/** The value of a setting; undefined while it loads, null when it was never set. */
export function useSetting(key: Setting['key']): string | null | undefined {
  const on = useOnPage();
  return useLiveQuery(async () => (on ? ((await database().settings.get(key))?.value ?? null) : undefined), [on, key]);
}

export const setSetting = (key: Setting['key'], value: string): Promise<unknown> =>
  attempt(() => database().settings.put({ key, value }));

/**
 * The document that lies open: the one in the address, else the last, else the first there is. Undefined while it loads, null
 * when there is none, or none of the address's id.
 */
function useOpen<K extends Kind>(kind: K, key: Setting['key'], wanted?: string | null): Kept[K] | null | undefined {
  const all = useAll(kind);
  const last = useSetting(key);
  if (!all || last === undefined) return undefined;
  if (wanted) return all.find((d) => d.id === wanted) ?? null;
  return all.find((d) => d.id === last) ?? all[0] ?? null;
}

export const useJob = (wanted: string | null): Job | null | undefined => useOpen('jobs', 'job', wanted);
export const useSetup = (wanted: string | null): Setup | null | undefined => useOpen('setups', 'setup', wanted);
export const useDrawer = (): Drawer | null | undefined => useOpen('drawers', 'drawer');

/** The open drawer with what the log tells of its kinds, for planning; null where none is open. */
export function useKnownDrawer(): Drawer | null | undefined {
  const drawer = useDrawer();
  const entries = useAll('entries');
  return useMemo(
    () => (drawer && entries ? withFaults(drawer, entries, catalogue) : drawer && undefined),
    [drawer, entries],
  );
}

/** Labels of the steps that undo and redo would walk. */
export function useSteps(): { readonly back: string | null; readonly forth: string | null } {
  const on = useOnPage();
  const steps = useLiveQuery(async () => (on ? nextSteps() : undefined), [on]);
  return { back: steps?.back?.label ?? null, forth: steps?.forth?.label ?? null };
}

/** Numbers that one likes to find again as one left them, and that are part of no document; by name. `start` is a constant. */
export function useLiking<T extends object>(key: Setting['key'], start: T): readonly [T, (next: T) => void] {
  const kept = useSetting(key);
  const [own, setOwn] = useState<T | null>(null);
  const become = (next: T) => {
    setOwn(next);
    void setSetting(key, JSON.stringify(next));
  };
  // The same object as long as it is the same: searches hang on it.
  const value = useMemo(() => own ?? { ...start, ...numbersIn(kept) }, [own, kept, start]);
  return [value, become];
}

function numbersIn(text: string | null | undefined): Readonly<Record<string, number>> {
  try {
    const entries = Object.entries(JSON.parse(text ?? '{}') as object);
    return Object.fromEntries(entries.filter(([, x]) => typeof x === 'number' && Number.isFinite(x)));
  } catch {
    return {};
  }
}
