'use client';
import { useEffect, useState } from 'react';
import { type Shown, useTelling } from '../beside';
import { Button } from '../components';

/** The code that a desk's link brought; it is asked about before anything is told. */
export function useDeskCode(): readonly [string | null, () => void] {
  const [code, setCode] = useState<string | null>(null);
  useEffect(() => {
    const found = /^#b\.([\w-]{12})$/.exec(window.location.hash);
    if (!found) return;
    setCode(found[1] ?? null);
    window.history.replaceState(null, '', window.location.pathname + window.location.search);
  }, []);
  return [code, () => setCode(null)];
}

/** Asks whether the desk may see what is measured here, and says so while it does. */
export function BesidePhone({
  code,
  shown,
  onEnd,
}: {
  readonly code: string;
  /** Null while nothing is listened to. */
  readonly shown: Shown | null;
  readonly onEnd: () => void;
}) {
  const [allowed, setAllowed] = useState(false);
  const { over } = useTelling(allowed ? code : null, shown);
  if (over)
    return (
      <div role="status" className="flex flex-wrap items-center gap-3 rounded-xl border border-rule bg-card p-3">
        <p className="flex-1">The desk has ended it. Nothing is told any more.</p>
        <Button onClick={onEnd}>Good</Button>
      </div>
    );
  return (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-3 rounded-xl border-2 border-accent bg-accent-wash p-3"
    >
      <p className="min-w-0 flex-1 basis-60">
        {allowed ? (
          <>
            <b>The desk sees your levels.</b> {shown ? 'The sound stays here.' : 'Press Listen to begin.'}
          </>
        ) : (
          <>
            <b>A desk asks to see the levels of this input.</b> Levels and findings go to it, the sound stays here.
          </>
        )}
      </p>
      {!allowed && (
        <Button look="main" className="min-h-12" onClick={() => setAllowed(true)}>
          Allow it
        </Button>
      )}
      <Button className="min-h-12" onClick={onEnd}>
        {allowed ? 'End it' : 'No'}
      </Button>
    </div>
  );
}
