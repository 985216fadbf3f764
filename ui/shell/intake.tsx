'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { arrive } from './arrived-files';

/** The cache in which the service worker leaves what was shared with the installed app. */
const SHARED = 'symplex-shared';

interface LaunchQueue {
  setConsumer(consumer: (launched: { readonly files: readonly FileSystemFileHandle[] }) => void): void;
}

const isField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && target.closest('input, textarea, [contenteditable]') !== null;

/** Files dropped anywhere, a document that is pasted, files opened or shared with the installed app: all find their screen. */
export function Intake() {
  const router = useRouter();
  const [over, setOver] = useState(false);
  useEffect(() => {
    const open = (files: readonly File[]) => {
      const to = arrive(files);
      if (to && window.location.pathname !== to) router.push(to);
    };
    const drag = (e: DragEvent) => {
      if (!e.dataTransfer?.types.includes('Files') || e.defaultPrevented) return;
      e.preventDefault();
      setOver(true);
    };
    const leave = (e: DragEvent) => {
      if (e.relatedTarget === null) setOver(false);
    };
    const drop = (e: DragEvent) => {
      setOver(false);
      // A screen with a place of its own for it has taken it already.
      if (e.defaultPrevented || !e.dataTransfer?.files.length) return;
      e.preventDefault();
      open([...e.dataTransfer.files]);
    };
    const paste = (e: ClipboardEvent) => {
      if (isField(e.target)) return;
      const files = [...(e.clipboardData?.files ?? [])];
      const text = e.clipboardData?.getData('text/plain') ?? '';
      const documents = /^\s*\{[\s\S]*"symplex\./.test(text) ? [new File([text], 'what was pasted.json')] : [];
      if (files.length + documents.length > 0) open([...files, ...documents]);
    };
    window.addEventListener('dragover', drag);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    window.addEventListener('paste', paste);
    (window as { readonly launchQueue?: LaunchQueue }).launchQueue?.setConsumer(({ files }) => {
      void Promise.all(files.map((f) => f.getFile())).then(open);
    });
    void sharedFiles().then(open);
    return () => {
      window.removeEventListener('dragover', drag);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
      window.removeEventListener('paste', paste);
    };
  }, [router]);
  if (!over) return null;
  return (
    <div className="pointer-events-none fixed inset-3 z-50 grid place-items-center rounded-2xl border-4 border-accent border-dashed bg-accent-wash/80 print:hidden">
      <p className="rounded-xl bg-card px-6 py-3 font-bold text-xl shadow-lg">
        Drop it: documents open, takes are measured
      </p>
    </div>
  );
}

/** What was shared with the installed app since it was last open. */
async function sharedFiles(): Promise<readonly File[]> {
  if (!('caches' in window) || !(await caches.has(SHARED))) return [];
  const cache = await caches.open(SHARED);
  const files = await Promise.all(
    (await cache.keys()).map(async (request) => {
      const found = await cache.match(request);
      await cache.delete(request);
      const name = decodeURIComponent(found?.headers.get('X-Name') ?? 'shared');
      return found ? [new File([await found.blob()], name, { type: found.headers.get('Content-Type') ?? '' })] : [];
    }),
  );
  return files.flat();
}
