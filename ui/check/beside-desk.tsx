'use client';
import { Smartphone } from 'lucide-react';
import { Button } from '../components';
import { Code, isOnlyHere, OnlyHere, useServer } from '../hand';
import { useBeside } from './beside';
import { Meter } from './meter';
import { HISTORY_S } from './use-live';

/** The phone as the meter of this desk: its levels, not its sound. Begun here, allowed there, ended by either. */
export function BesideDesk() {
  const server = useServer();
  const { code, shown, trouble, begin, end } = useBeside();
  // Plain files on a web host carry nothing from one to the other.
  if (!server) return null;
  const base = server.lan ?? `${window.location.origin}/`;
  const link = `${base}check/#b.${code}`;
  return (
    <section aria-label="A phone as the meter" className="rounded-xl border border-rule bg-card p-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="flex items-center gap-2 font-bold">
          <Smartphone size={20} aria-hidden /> A phone as the meter
        </h2>
        {code === null ? (
          <Button onClick={() => void begin()}>Show a phone's input here</Button>
        ) : (
          <Button onClick={end}>End it</Button>
        )}
      </div>
      {trouble && <p role="status">{trouble}</p>}
      {code !== null && !shown && (
        <div className="mt-2 flex flex-wrap items-start gap-4">
          <div className="w-52">
            <Code text={link} name="Code for the phone" />
          </div>
          <div className="min-w-0 flex-1 basis-60">
            <p>
              Open it on the phone, listen there, and allow it. Levels and findings come over, the sound stays there.
            </p>
            <p className="mt-1 break-all font-mono text-sm">{link}</p>
            {isOnlyHere(server) && <OnlyHere />}
          </div>
        </div>
      )}
      {shown && (
        <>
          <p className="my-1">
            From the phone: <b>{shown.input}</b>
          </p>
          <Meter reading={shown.reading} history={shown.peaks} historyS={HISTORY_S} onClear={() => undefined} />
          {shown.finding && <p className="mt-1 text-lg">{shown.finding}</p>}
        </>
      )}
    </section>
  );
}
