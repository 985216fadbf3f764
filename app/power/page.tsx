import { Suspense } from 'react';
import { PowerScreen } from '@/ui/power';

export default function Page() {
  return (
    <Suspense>
      <PowerScreen />
    </Suspense>
  );
}
