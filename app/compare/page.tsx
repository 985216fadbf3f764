import { Suspense } from 'react';
import { CompareScreen } from '@/ui/compare';

export default function Page() {
  return (
    <Suspense>
      <CompareScreen />
    </Suspense>
  );
}
