import type { Metadata } from 'next';
import { Suspense } from 'react';
import { HandScreen } from '@/ui/hand';

export const metadata: Metadata = { title: 'Hand over' };

export default function Page() {
  return (
    <Suspense>
      <HandScreen />
    </Suspense>
  );
}
