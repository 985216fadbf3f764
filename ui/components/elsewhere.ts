'use client';
import { type DependencyList, type EffectCallback, useEffect, useSyncExternalStore } from 'react';

/** What another thread could not do, in words, and how often everything has been asked anew. */
interface Elsewhere {
  readonly failed: string | null;
  readonly asked: number;
}

const FINE: Elsewhere = { failed: null, asked: 0 };
let state = FINE;
const listeners = new Set<() => void>();
function become(next: Elsewhere): void {
  state = next;
  for (const l of listeners) l();
}
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

const useElsewhere = (): Elsewhere =>
  useSyncExternalStore(
    subscribe,
    () => state,
    () => FINE,
  );

/** What went wrong elsewhere; null where nothing did. */
export const useFailedElsewhere = (): string | null => useElsewhere().failed;

/** An effect that asks something of another thread: done again when what it hangs on changes, or when all is asked for again. */
export function useAskedEffect(effect: EffectCallback, on: DependencyList): void {
  const { asked } = useElsewhere();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it hangs on is checked where it is called (biome.json)
  useEffect(effect, [...on, asked]);
}

export const askAgain = (): void => become({ failed: null, asked: state.asked + 1 });

/** For what is asked of another thread: a failure is said, in words that name what was asked for. */
export const failing =
  (what: string) =>
  (e: unknown): null => {
    const said = e instanceof Error ? e.message : String(e);
    become({ ...state, failed: `${what}: ${said.split('\n')[0]}` });
    return null;
  };
