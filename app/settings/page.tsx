import type { Metadata } from 'next';
import { Suspense } from 'react';
import { SettingsScreen } from '@/ui/settings';

export const metadata: Metadata = { title: 'Settings' };

export default function Page() {
  return (
    <Suspense>
      <SettingsScreen />
    </Suspense>
  );
}
