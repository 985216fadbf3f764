import type { Metadata } from 'next';
import { Suspense } from 'react';
import { LevelsScreen } from '@/ui/levels';

export const metadata: Metadata = { title: 'Levels' };

export default function Page() {
  return (
    <Suspense>
      <LevelsScreen />
    </Suspense>
  );
}
