import type { Metadata } from 'next';
import { Suspense } from 'react';
import { LineScreen } from '@/ui/line';

export const metadata: Metadata = { title: 'Line' };

export default function Page() {
  return (
    <Suspense>
      <LineScreen />
    </Suspense>
  );
}
