import type { Metadata } from 'next';
import { Suspense } from 'react';
import { LogScreen } from '@/ui/log';

export const metadata: Metadata = { title: 'Log' };

export default function Page() {
  return (
    <Suspense>
      <LogScreen />
    </Suspense>
  );
}
