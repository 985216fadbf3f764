import { Suspense } from 'react';
import { LineScreen } from '@/ui/line';

export default function Page() {
  return (
    <Suspense>
      <LineScreen />
    </Suspense>
  );
}
