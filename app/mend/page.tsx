import type { Metadata } from 'next';
import { Suspense } from 'react';
import { MendScreen } from '@/ui/mend';

export const metadata: Metadata = { title: 'Mend' };

export default function Page() {
  return (
    <Suspense>
      <MendScreen />
    </Suspense>
  );
}
