'use client';
import { askAgain, Button, useFailedElsewhere } from '../components';
import { AlertBar } from './alert-bar';

/** What could not be computed, and a way to have it tried again; nothing that is kept is touched by it. */
export function FailedBar() {
  const failed = useFailedElsewhere();
  if (!failed) return null;
  return (
    <AlertBar
      title="Not computed."
      actions={
        <Button look="main" onClick={askAgain}>
          Try again
        </Button>
      }
    >
      {failed}. That is a fault of ours; what you keep is not touched by it.
    </AlertBar>
  );
}
