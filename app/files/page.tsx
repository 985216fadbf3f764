import { Suspense } from 'react';
import { FilesScreen } from '@/ui/files';

export default function Page() {
  return (
    <Suspense>
      <FilesScreen />
    </Suspense>
  );
}
