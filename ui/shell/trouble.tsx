'use client';
import { Button } from '../components';
import { SaveEverything } from './save-everything';

/** What is shown when a screen breaks: what happened, and a way to everything that is kept. */
export function Trouble({ error, again }: { readonly error: Error; readonly again: () => void }) {
  return (
    <main className="mx-auto max-w-xl p-6">
      <h1 className="font-bold text-2xl">This screen broke</h1>
      <p className="my-3">
        That is our fault, not yours. Your setups, jobs and drawer are safe in this browser; save them to a file if you
        want to be sure.
      </p>
      <p className="my-3 rounded-lg bg-card p-3 font-mono text-sm">{error.message}</p>
      <div className="flex flex-wrap gap-2">
        <Button look="main" onClick={again}>
          Try again
        </Button>
        <SaveEverything />
        <a className="inline-flex min-h-10 items-center rounded-lg border border-rule bg-card px-3" href="/files/">
          Go to Files
        </a>
      </div>
    </main>
  );
}
