import type { Metadata } from 'next';
import { Suspense } from 'react';
import { RunScreen } from '@/ui/run';

export const metadata: Metadata = { title: 'Run' };

export default function Page() {
  return (
    <Suspense>
      <RunScreen />
    </Suspense>
  );
}
