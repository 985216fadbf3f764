'use client';
import { RefreshCw } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Workbox } from 'workbox-window';
import { Button } from '../components';

/** What came of a newer version: it waits to be used, or another window went over to it. */
type News = { readonly kind: 'waits'; readonly use: () => void } | { readonly kind: 'in use' };

/** Keeps all of this version at hand for use without a server, and says when there is a newer one. */
export function VersionBar() {
  const [news, setNews] = useState<News | null>(null);
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
    const workbox = new Workbox('/sw.js');
    let pressed = false;
    const hadOne = navigator.serviceWorker.controller !== null;
    workbox.addEventListener('waiting', () =>
      setNews({
        kind: 'waits',
        use: () => {
          pressed = true;
          workbox.messageSkipWaiting();
        },
      }),
    );
    const over = () => {
      if (pressed) window.location.reload();
      // The first one of all takes nothing away.
      else if (hadOne) setNews({ kind: 'in use' });
    };
    navigator.serviceWorker.addEventListener('controllerchange', over);
    // When the page is there: what is looked at now comes first.
    const idle = window.setTimeout(() => void workbox.register().catch(() => undefined), 1500);
    const look = () => {
      if (document.visibilityState === 'visible') void workbox.update().catch(() => undefined);
    };
    document.addEventListener('visibilitychange', look);
    return () => {
      clearTimeout(idle);
      navigator.serviceWorker.removeEventListener('controllerchange', over);
      document.removeEventListener('visibilitychange', look);
    };
  }, []);
  if (!news) return null;
  const use = news.kind === 'waits' ? news.use : () => window.location.reload();
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-x-3 gap-y-2 border-accent border-b-2 bg-accent-wash px-4 py-2 desk:px-6 print:hidden"
    >
      <RefreshCw size={20} aria-hidden className="shrink-0 text-accent" />
      <p className="min-w-0 flex-1 basis-60">
        {news.kind === 'waits' ? (
          <>
            <b>A new version is there.</b> What you have stays as it is.
          </>
        ) : (
          <>
            <b>Another window uses a new version.</b> This one follows when you open it anew.
          </>
        )}
      </p>
      <Button onClick={use}>{news.kind === 'waits' ? 'Use it' : 'Open it anew'}</Button>
      {news.kind === 'waits' && <Button onClick={() => setNews(null)}>Later</Button>}
    </div>
  );
}
