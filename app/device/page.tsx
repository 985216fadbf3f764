import { Suspense } from 'react';
import { DeviceScreen } from '@/ui/device';

export default function Page() {
  return (
    <Suspense>
      <DeviceScreen />
    </Suspense>
  );
}
