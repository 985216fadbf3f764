import { Suspense } from 'react';
import { JobScreen } from '@/ui/job';

export default function Page() {
  return (
    <Suspense>
      <JobScreen />
    </Suspense>
  );
}
