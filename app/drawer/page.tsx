import { Suspense } from 'react';
import { DrawerScreen } from '@/ui/drawer';

export default function Page() {
  return (
    <Suspense>
      <DrawerScreen />
    </Suspense>
  );
}
