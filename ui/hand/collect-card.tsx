'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { bringInFile } from '@/store';
import { attempt, Button } from '../components';
import { tell } from '../shell';
import { collect, type Waiting } from './relay';

/** A parcel that waits at the server: taken only when the person says so, because that ends it. */
export function CollectCard({ waiting, onOver }: { readonly waiting: Waiting; readonly onOver: () => void }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [why, setWhy] = useState<string | null>(null);
  const take = async () => {
    setBusy(true);
    const fetched = await collect(waiting);
    if (!fetched.ok) {
      setWhy(fetched.why);
      setBusy(false);
      return;
    }
    const brought = await attempt(() => bringInFile(fetched.content, 'what was sent', catalogue));
    setBusy(false);
    if (!brought) return;
    if (!brought.ok) {
      setWhy(`It was refused, and nothing was changed: ${brought.problem.message}`);
      return;
    }
    tell('Everything is here. Undo takes the documents away again.');
    onOver();
    router.push('/files/');
  };
  return (
    <section aria-label="What waits" className="flex flex-col gap-3 rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-2xl leading-tight">Everything from another device</h2>
      <p className="rounded-lg bg-caution-wash p-2">
        It holds setups, jobs, drawers, log and recordings. Those of the same name here <b>are replaced</b>; undo brings
        the documents back. Save a backup first if you are not sure.
      </p>
      {why ? (
        <p role="alert" className="rounded-lg bg-fail-wash p-2">
          {why}
        </p>
      ) : (
        <Button look="main" className="min-h-14 text-lg" disabled={busy} onClick={() => void take()}>
          {busy ? 'Taking it...' : 'Bring it in'}
        </Button>
      )}
      <Button onClick={onOver}>Leave it</Button>
    </section>
  );
}
