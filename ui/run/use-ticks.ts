'use client';
import { useMemo } from 'react';
import type { Setup } from '@/core/model';
import { setSetting, useSetting } from '../components';

/** When each step was ticked, by its id: "14:05". */
export type Ticks = Readonly<Record<string, string>>;

const NONE: Ticks = {};

/** What is ticked on the sheet of a setup; kept until the run is over. */
export function useTicks(setup: Setup) {
  const key = `run ${setup.id}` as const;
  const kept = useSetting(key);
  const ticks = useMemo(() => ticksIn(kept), [kept]);
  const tick = (id: string) => {
    const { [id]: was, ...others } = ticks;
    const next = was === undefined ? { ...ticks, [id]: clock(new Date()) } : others;
    void setSetting(key, JSON.stringify(next));
  };
  return { ticks, tick, clear: () => setSetting(key, '{}') };
}

/** What is kept is only as good as who wrote it: what is no time is left out. */
function ticksIn(text: string | null | undefined): Ticks {
  if (!text) return NONE;
  try {
    const all: unknown = JSON.parse(text);
    if (typeof all !== 'object' || all === null || Array.isArray(all)) return NONE;
    const times = Object.entries(all).filter(([, at]) => typeof at === 'string' && /^\d\d:\d\d$/.test(at));
    return Object.fromEntries(times) as Ticks;
  } catch {
    return NONE;
  }
}

const clock = (at: Date): string => [at.getHours(), at.getMinutes()].map((n) => String(n).padStart(2, '0')).join(':');
