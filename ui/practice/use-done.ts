'use client';
import { useMemo } from 'react';
import type { Done } from '@/core/practice';
import { setSetting, useSetting } from '../components';

const MOST_KEPT = 500;

/** The exercises that were done, and keeping one more. */
export function useDone(): readonly [readonly Done[], (done: Done) => void] {
  const kept = useSetting('practice');
  const all = useMemo(() => doneIn(kept), [kept]);
  return [all, (d) => void setSetting('practice', JSON.stringify([...all, d].slice(-MOST_KEPT)))];
}

function doneIn(text: string | null | undefined): readonly Done[] {
  try {
    const all: unknown = JSON.parse(text ?? '[]');
    return Array.isArray(all) ? all.filter(isDone) : [];
  } catch {
    return [];
  }
}

const isDone = (x: unknown): x is Done => {
  if (typeof x !== 'object' || x === null) return false;
  const d = x as Record<string, unknown>;
  return (
    typeof d['at'] === 'string' &&
    !Number.isNaN(Date.parse(d['at'])) &&
    Array.isArray(d['kinds']) &&
    typeof d['seconds'] === 'number' &&
    typeof d['bestSeconds'] === 'number'
  );
};
