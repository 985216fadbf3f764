import { Suspense } from 'react';
import { KitScreen } from '@/ui/kits';

export default function Page() {
  return (
    <Suspense>
      <KitScreen />
    </Suspense>
  );
}
