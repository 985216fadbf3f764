import type { Metadata } from 'next';
import { Suspense } from 'react';
import { DrawerScreen } from '@/ui/drawer';

export const metadata: Metadata = { title: 'Drawer' };

export default function Page() {
  return (
    <Suspense>
      <DrawerScreen />
    </Suspense>
  );
}
