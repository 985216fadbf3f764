'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
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

/** The desk's side: begun by a press, followed until either ends it. */
export function useBeside() {
  const [code, setCode] = useState<string | null>(null);
  const [shown, setShown] = useState<Shown | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const history = useRef<number[]>([]);
  const source = useRef<EventSource | null>(null);
  const end = useCallback(() => {
    source.current?.close();
    source.current = null;
    setCode((c) => {
      if (c !== null) void fetch(`/api/beside/${c}`, { method: 'DELETE', keepalive: true }).catch(() => undefined);
      return null;
    });
    setShown(null);
  }, []);
  useEffect(() => end, [end]);
  const begin = async () => {
    setTrouble(null);
    history.current = [];
    const answer = await fetch('/api/beside', { method: 'POST' }).catch(() => null);
    const told = (await answer?.json().catch(() => null)) as {
      readonly code?: string;
      readonly detail?: string;
    } | null;
    if (!told?.code) {
      setTrouble(told?.detail ?? 'No server answers: this needs the one that the page came from.');
      return;
    }
    setCode(told.code);
    const events = new EventSource(`/api/beside/${told.code}`);
    source.current = events;
    events.onmessage = (e) => {
      const { input, peaks, finding, ...reading } = JSON.parse(String(e.data)) as LiveReading & {
        readonly input: string;
        readonly peaks?: readonly number[];
        readonly finding?: string;
      };
      // Each tells its last second: what is new of it is as much as has passed since the one before.
      history.current = [...history.current, ...(peaks ?? []).slice(-3)].slice(-600);
      setShown({ input, reading: { ...reading, knocks: [] }, peaks: history.current, finding: finding ?? null });
    };
    // Whatever cut it: figures that stand still must not be taken for what is heard now.
    events.onerror = () => {
      setTrouble('The connection to the server was cut. Begin anew.');
      end();
    };
    events.addEventListener('over', () => {
      setTrouble('The phone has ended it.');
      end();
    });
  };
  return { code, shown, trouble, begin, end };
}
