'use client';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { everythingAsFile } from '@/store';
import { attempt, Button } from '../components';
import { Code } from './code';
import { leave, waitingFragment } from './relay';
import { canSeal } from './sealed';
import { useServer } from './use-server';

type Way =
  | { readonly at: 'rest' | 'sealing' }
  | { readonly at: 'left'; readonly link: string }
  | { readonly at: 'not'; readonly why: string };

/** All that is kept, recordings too, by way of the server: sealed here, opened there. */
export function Everything() {
  const server = useServer();
  const [way, setWay] = useState<Way>({ at: 'rest' });
  // Plain files on a web host relay nothing: then it is not offered.
  if (!server) return null;
  const send = async () => {
    setWay({ at: 'sealing' });
    const file = await attempt(() => everythingAsFile(catalogue));
    if (!file) {
      setWay({ at: 'rest' });
      return;
    }
    const left = await leave(file);
    const base = server.lan ?? `${window.location.origin}/`;
    setWay(
      left.ok ? { at: 'left', link: `${base}hand/#${waitingFragment(left.waiting)}` } : { at: 'not', why: left.why },
    );
  };
  return (
    <section aria-label="Everything" className="rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold text-lg">Everything, recordings too</h2>
      <p className="mt-1">
        It is sealed here and waits at your own server for ten minutes, to be taken once. The server cannot read it:
        what opens it is in the code alone.
      </p>
      {way.at === 'left' ? (
        <div className="mt-3 max-w-80">
          <Code text={way.link} name="Code of everything" />
          <p className="mt-1 break-all font-mono text-sm">{way.link}</p>
        </div>
      ) : (
        <Button className="mt-3 w-full" disabled={way.at === 'sealing' || !canSeal()} onClick={() => void send()}>
          {way.at === 'sealing' ? 'Sealing...' : 'Send everything'}
        </Button>
      )}
      {!canSeal() && (
        <p className="mt-2">This page may not seal here: its address must begin with https, or be localhost.</p>
      )}
      {way.at === 'not' && (
        <p role="alert" className="mt-2 rounded-lg bg-fail-wash p-2">
          Not sent. {way.why}
        </p>
      )}
    </section>
  );
}
