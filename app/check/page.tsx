import { Suspense } from 'react';
import { CheckScreen } from '@/ui/check';

export default function Page() {
  return (
    <Suspense>
      <CheckScreen />
    </Suspense>
  );
}
