import type { Metadata } from 'next';
import { Suspense } from 'react';
import { CallScreen } from '@/ui/call';

export const metadata: Metadata = { title: 'Call' };

export default function Page() {
  return (
    <Suspense>
      <CallScreen />
    </Suspense>
  );
}
