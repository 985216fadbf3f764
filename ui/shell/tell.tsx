'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';

let words = '';
let count = 0;
let stays = false;
const listeners = new Set<() => void>();

/** Say what was just done, for eyes and for screen readers. */
export function tell(sentence: string): void {
  words = sentence;
  stays = false;
  count += 1;
  for (const l of listeners) l();
}

/** The same, until a hand does something in this window: it may be the other one that is looked at. */
export function tellUntilSeen(sentence: string): void {
  tell(sentence);
  stays = true;
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

const SHOWN_MS = 5000;

/** The last thing told, for a few seconds. */
export function Told() {
  const now = useSyncExternalStore(
    subscribe,
    () => count,
    () => 0,
  );
  const [hidden, setHidden] = useState(0);
  useEffect(() => {
    const hide = () => setHidden(now);
    let timer = setTimeout(() => stays || hide(), SHOWN_MS);
    const seen = () => {
      if (!stays) return;
      clearTimeout(timer);
      timer = setTimeout(hide, SHOWN_MS);
    };
    window.addEventListener('pointerdown', seen);
    window.addEventListener('keydown', seen);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointerdown', seen);
      window.removeEventListener('keydown', seen);
    };
  }, [now]);
  return (
    <div
      role="status"
      className="pointer-events-none fixed inset-x-0 bottom-20 z-30 flex justify-center px-4 desk:bottom-6"
    >
      {now > hidden && <p className="rounded-lg bg-ink px-4 py-2 text-paper shadow-lg">{words}</p>}
    </div>
  );
}
