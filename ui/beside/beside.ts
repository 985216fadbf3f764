'use client';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { LiveReading } from '@/core/take';

/** What a phone shows a desk: figures and a name, never sound. */
export interface Shown {
  readonly input: string;
  readonly reading: LiveReading;
  /** Peaks of the last steps, oldest first. */
  readonly peaks: readonly number[];
  readonly finding: string | null;
}

/** JSON has no −∞: so far down nobody asks how far. */
const SILENT_DB = -200;
const finite = (x: number): number => (Number.isFinite(x) ? x : SILENT_DB);
const SEND_MS = 250;

/** The phone's side: tells the desk its figures for as long as both want it. */
export function useTelling(code: string | null, shown: Shown | null): { readonly over: boolean } {
  const [over, setOver] = useState(false);
  const latest = useRef(shown);
  latest.current = shown;
  useEffect(() => {
    if (code === null) return;
    setOver(false);
    let busy = false;
    const timer = setInterval(() => {
      const now = latest.current;
      if (busy || !now) return;
      busy = true;
      const { seconds, channels, balanceDb, correlation, dropouts } = now.reading;
      const told = {
        input: now.input.slice(0, 200),
        seconds,
        channels: channels.map((c) => Object.fromEntries(Object.entries(c).map(([k, v]) => [k, finite(Number(v))]))),
        balanceDb: balanceDb === null ? null : finite(balanceDb),
        correlation: correlation === null ? null : finite(correlation),
        dropouts,
        peaks: now.peaks.slice(-10).map(finite),
        ...(now.finding === null ? {} : { finding: now.finding.slice(0, 400) }),
      };
      fetch(`/api/beside/${code}`, { method: 'POST', body: JSON.stringify(told) })
        .then((answer) => answer.status === 410 && setOver(true))
        // The network is gone for a moment: the next one tells.
        .catch(() => undefined)
        .finally(() => {
          busy = false;
        });
    }, SEND_MS);
    return () => {
      clearInterval(timer);
      void fetch(`/api/beside/${code}`, { method: 'DELETE', keepalive: true }).catch(() => undefined);
    };
  }, [code]);
  return { over };
}

/** How it stands at the desk. */
interface Desk {
  readonly code: string | null;
  readonly shown: Shown | null;
  readonly trouble: string | null;
}

const NOTHING: Desk = { code: null, shown: null, trouble: null };
let desk = NOTHING;
let source: EventSource | null = null;
const listeners = new Set<() => void>();

function become(next: Partial<Desk>): void {
  desk = { ...desk, ...next };
  for (const l of listeners) l();
}

/** End it from the desk. */
export function endBeside(): void {
  source?.close();
  source = null;
  if (desk.code !== null)
    void fetch(`/api/beside/${desk.code}`, { method: 'DELETE', keepalive: true }).catch(() => undefined);
  become({ code: null, shown: null });
}

/** Begin to show a phone's meter at this desk: from room to room, until either ends it or the page is closed. */
export async function beginBeside(): Promise<void> {
  become({ trouble: null });
  let history: readonly number[] = [];
  const answer = await fetch('/api/beside', { method: 'POST' }).catch(() => null);
  const told = (await answer?.json().catch(() => null)) as {
    readonly code?: string;
    readonly detail?: string;
  } | null;
  if (!told?.code) {
    become({ trouble: told?.detail ?? 'No server answers: this needs the one that the page came from.' });
    return;
  }
  become({ code: told.code });
  const events = new EventSource(`/api/beside/${told.code}`);
  source = events;
  events.onmessage = (e) => {
    const { input, peaks, finding, ...reading } = JSON.parse(String(e.data)) as LiveReading & {
      readonly input: string;
      readonly peaks?: readonly number[];
      readonly finding?: string;
    };
    // Each tells its last second: what is new of it is as much as has passed since the one before.
    history = [...history, ...(peaks ?? []).slice(-3)].slice(-600);
    become({ shown: { input, reading: { ...reading, knocks: [] }, peaks: history, finding: finding ?? null } });
  };
  // Whatever cut it: figures that stand still must not be taken for what is heard now.
  events.onerror = () => {
    become({ trouble: 'The connection to the server was cut. Begin anew.' });
    endBeside();
  };
  events.addEventListener('over', () => {
    become({ trouble: 'The phone has ended it.' });
    endBeside();
  });
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The desk's side, as it stands. */
export const useBeside = (): Desk =>
  useSyncExternalStore(
    subscribe,
    () => desk,
    () => NOTHING,
  );
