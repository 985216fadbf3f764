'use client';
import { useEffect } from 'react';
import type { Kept, Kind } from '@/store';
import { overruled } from '../components';
import { tellUntilSeen } from './tell';

/** What another window has set otherwise since this one kept it is told: the later hand wins, and the earlier knows. */
export function useOverruled<K extends Kind>(kind: K, document: Kept[K] | null | undefined): void {
  useEffect(() => {
    const label = document ? overruled(kind, document) : null;
    if (label !== null) tellUntilSeen(`${label}: another window has since set it otherwise.`);
  }, [kind, document]);
}
