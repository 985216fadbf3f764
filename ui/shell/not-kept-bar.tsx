'use client';
import { TriangleAlert } from 'lucide-react';
import { Button, useNotKept } from '../kit';
import { SaveEverything } from './save-everything';

/** What could not be kept, why, and what can be done; it stays until it is kept. */
export function NotKeptBar() {
  const notKept = useNotKept();
  if (!notKept) return null;
  const { why, again } = notKept;
  return (
    <div
      role="alert"
      className="sticky top-0 z-30 flex flex-wrap items-center gap-x-3 gap-y-2 border-fail border-b-2 bg-fail-wash px-4 py-2 desk:px-6"
    >
      <TriangleAlert size={20} aria-hidden className="shrink-0 text-fail" />
      <p className="min-w-0 flex-1 basis-72">
        <b>Not kept.</b> {why}
        {again && ' What you see is in this window only: make room and try again, or save it to a file.'}
      </p>
      <div className="flex flex-wrap gap-2">
        {again && (
          <Button look="main" onClick={() => void again()}>
            Try again
          </Button>
        )}
        <SaveEverything />
      </div>
    </div>
  );
}
