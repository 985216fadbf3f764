'use client';
import { type DependencyList, useState } from 'react';
import { failing, useAskedEffect } from './elsewhere';

/**
 * What another thread finds; null until there is news of it, and asked for again when what it hangs on changes.
 * @param what is asked for, in words, for when it fails
 * @param ask tells of each thing found; null where there is nothing to ask
 * @param keeps whether what was found before stays until there is news
 */
export function useFound<T>(
  what: string,
  ask: (tell: (found: T) => void) => Promise<unknown> | null,
  on: DependencyList,
  keeps: 'keeps' | 'forgets' = 'forgets',
): T | null {
  const [found, setFound] = useState<T | null>(null);
  const begin = () => {
    let current = true;
    if (keeps === 'forgets') setFound(null);
    ask((news) => {
      if (current) setFound(news);
    })?.catch(failing(what));
    return () => {
      current = false;
    };
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what it hangs on is checked where it is called (biome.json)
  useAskedEffect(begin, on);
  return found;
}
