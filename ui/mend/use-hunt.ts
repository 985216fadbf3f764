'use client';
import { useMemo, useState } from 'react';
import { type HuntEvent, NOTICES } from '@/core/diagnose';
import type { Setup } from '@/core/model';
import { setSetting, useSetting } from '../components';

const NONE: readonly HuntEvent[] = [];

/** What was noticed, looked at and tried with a setup, kept until the hunt is over: a reload goes on where it was. */
export function useHunt(setup: Setup) {
  const key = `hunt ${setup.id}` as const;
  const kept = useSetting(key);
  const [own, setOwn] = useState<readonly HuntEvent[] | null>(null);
  const before = useMemo(() => eventsIn(kept), [kept]);
  const become = (events: readonly HuntEvent[]) => {
    setOwn(events);
    void setSetting(key, JSON.stringify(events));
  };
  return [kept === undefined ? null : (own ?? before), become] as const;
}

/** What is kept is only as good as who wrote it: what is no event of a hunt is left out. */
function eventsIn(text: string | null | undefined): readonly HuntEvent[] {
  if (!text) return NONE;
  try {
    const all: unknown = JSON.parse(text);
    return Array.isArray(all) ? all.filter(isEvent) : NONE;
  } catch {
    return NONE;
  }
}

function isEvent(x: unknown): x is HuntEvent {
  if (typeof x !== 'object' || x === null) return false;
  const e = x as Record<string, unknown>;
  const isNotices = (v: unknown) => Array.isArray(v) && v.every((id) => NOTICES.some((n) => n.id === id));
  if ('noticed' in e) return isNotices(e['noticed']) && (e['absent'] === undefined || isNotices(e['absent']));
  if ('since' in e) return e['since'] === 'yesterday';
  return typeof e['probe'] === 'string' && (e['answer'] === null || typeof e['answer'] === 'string');
}
