import type { Metadata } from 'next';
import { Suspense } from 'react';
import { DeviceScreen } from '@/ui/device';

export const metadata: Metadata = { title: 'Device' };

export default function Page() {
  return (
    <Suspense>
      <DeviceScreen />
    </Suspense>
  );
}
