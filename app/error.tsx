'use client';
import { Trouble } from '@/ui/shell';

export default function ErrorPage({ error, reset }: { readonly error: Error; readonly reset: () => void }) {
  return <Trouble error={error} again={reset} />;
}
