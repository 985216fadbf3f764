import type { Metadata } from 'next';
import { Suspense } from 'react';
import { KitScreen } from '@/ui/kits';

export const metadata: Metadata = { title: 'Kit' };

export default function Page() {
  return (
    <Suspense>
      <KitScreen />
    </Suspense>
  );
}
