'use client';
import { Smartphone } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../components';
import { Code, isOnlyHere, OnlyHere, useServer } from '../hand';
import { beginBeside, endBeside, type Shown, useBeside } from './beside';
import { Meter } from './meter';

/** So much of the past is drawn, seconds. */
export const HISTORY_S = 60;

/** The phone as the meter of this desk: its levels, not its sound. Begun here, allowed there, ended by either. */
export function BesideDesk() {
  const server = useServer();
  const { code, shown, trouble } = useBeside();
  // Plain files on a web host carry nothing from one to the other.
  if (!server) return null;
  const base = server.lan ?? `${window.location.origin}/`;
  const link = `${base}check/#b.${code}`;
  return (
    <Frame begin={code === null}>
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
      {shown && <Figures shown={shown} />}
    </Frame>
  );
}

/** The same where a setup is looked at, while it runs; else nothing. */
export function BesideMeter() {
  const { shown } = useBeside();
  if (!shown) return null;
  return (
    <div className="mt-3">
      <Frame begin={false}>
        <Figures shown={shown} />
      </Frame>
    </div>
  );
}

function Frame({ begin, children }: { readonly begin: boolean; readonly children: ReactNode }) {
  return (
    <section aria-label="A phone as the meter" className="rounded-xl border border-rule bg-card p-3 print:hidden">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2 className="flex items-center gap-2 font-bold">
          <Smartphone size={20} aria-hidden /> A phone as the meter
        </h2>
        {begin ? (
          <Button onClick={() => void beginBeside()}>Show a phone's input here</Button>
        ) : (
          <Button onClick={endBeside}>End it</Button>
        )}
      </div>
      {children}
    </section>
  );
}

function Figures({ shown }: { readonly shown: Shown }) {
  return (
    <>
      <p className="my-1">
        From the phone: <b>{shown.input}</b>
      </p>
      <Meter reading={shown.reading} history={shown.peaks} historyS={HISTORY_S} onClear={() => undefined} />
      {shown.finding && <p className="mt-1 text-lg">{shown.finding}</p>}
    </>
  );
}
