'use client';
import { TriangleAlert } from 'lucide-react';
import { askAgain, Button, useFailedElsewhere } from '../kit';

/** What could not be computed, and a way to have it tried again; nothing that is kept is touched by it. */
export function FailedBar() {
  const failed = useFailedElsewhere();
  if (!failed) return null;
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-x-3 gap-y-2 border-fail border-b-2 bg-fail-wash px-4 py-2 desk:px-6"
    >
      <TriangleAlert size={20} aria-hidden className="shrink-0 text-fail" />
      <p className="min-w-0 flex-1 basis-72 break-words">
        <b>Not computed.</b> {failed}. That is a fault of ours; what you keep is not touched by it.
      </p>
      <Button look="main" onClick={askAgain}>
        Try again
      </Button>
    </div>
  );
}
