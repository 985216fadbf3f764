'use client';
import { useCallback } from 'react';
import { moneyText } from '@/core/format';
import { useDrawer } from './use-documents';

/** How money is written: in the currency of the drawer that lies open. */
export function useMoney(): (x: number) => string {
  const currency = useDrawer()?.currency;
  return useCallback((x: number) => moneyText(x, currency), [currency]);
}
