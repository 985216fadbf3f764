import type { Metadata } from 'next';
import { Suspense } from 'react';
import { JobScreen } from '@/ui/job';

// The template of the layout does not reach the page that lies beside it.
export const metadata: Metadata = { title: 'Job · Symplex' };

export default function Page() {
  return (
    <Suspense>
      <JobScreen />
    </Suspense>
  );
}
