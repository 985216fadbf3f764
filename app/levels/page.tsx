import { Suspense } from 'react';
import { LevelsScreen } from '@/ui/levels';

export default function Page() {
  return (
    <Suspense>
      <LevelsScreen />
    </Suspense>
  );
}
