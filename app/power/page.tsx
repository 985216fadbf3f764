import type { Metadata } from 'next';
import { Suspense } from 'react';
import { PowerScreen } from '@/ui/power';

export const metadata: Metadata = { title: 'Power' };

export default function Page() {
  return (
    <Suspense>
      <PowerScreen />
    </Suspense>
  );
}
