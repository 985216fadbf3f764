'use client';
import { Button, useNotKept } from '../components';
import { AlertBar } from './alert-bar';
import { SaveEverything } from './save-everything';

/** What could not be kept, why, and what can be done; it stays until it is kept. */
export function NotKeptBar() {
  const notKept = useNotKept();
  if (!notKept) return null;
  const { why, again } = notKept;
  return (
    <AlertBar
      title="Not kept."
      sticks
      actions={
        <>
          {again && (
            <Button look="main" onClick={() => void again()}>
              Try again
            </Button>
          )}
          <SaveEverything />
        </>
      }
    >
      {why}
      {again && ' What you see is in this window only: free some space and try again, or save it to a file.'}
    </AlertBar>
  );
}
