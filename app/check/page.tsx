import type { Metadata } from 'next';
import { Suspense } from 'react';
import { CheckScreen } from '@/ui/check';

export const metadata: Metadata = { title: 'Check' };

export default function Page() {
  return (
    <Suspense>
      <CheckScreen />
    </Suspense>
  );
}
