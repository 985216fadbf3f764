'use client';
import { ChevronLeft, ChevronRight, Link2, Share2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { fragmentOf, MOST_CODES, piecesOf } from '@/core/hand';
import type { Document } from '@/core/model';
import { Button } from '../components';
import { tell } from '../shell';
import { Code } from './code';
import { Everything } from './everything';
import { isOnlyHere, OnlyHere } from './only-here';
import { useServer } from './use-server';

/** How long one of several codes stands: a phone needs half of it. */
const EACH_MS = 1600;

/** A document as codes to be photographed, and as a link. */
export function Give({ document }: { readonly document: Document }) {
  const server = useServer();
  const pieces = piecesOf(JSON.stringify(document));
  const [at, setAt] = useState(0);
  const [runs, setRuns] = useState(true);
  const several = pieces.length > 1;
  useEffect(() => {
    if (!several || !runs || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const timer = setInterval(() => setAt((n) => (n + 1) % pieces.length), EACH_MS);
    return () => clearInterval(timer);
  }, [several, runs, pieces.length]);
  const base = server?.lan ?? (typeof window === 'undefined' ? '' : `${window.location.origin}/`);
  const links = pieces.map((p) => `${base}hand/#${fragmentOf(p)}`);
  const link = links[Math.min(at, links.length - 1)];
  if (link === undefined)
    return (
      <div className="flex flex-col gap-3">
        <p role="alert" className="rounded-xl border border-caution bg-caution-wash p-4">
          This is too large for {MOST_CODES} codes. Send everything by the server, or save it to a file.
        </p>
        <Everything />
      </div>
    );
  const step = (by: number) => {
    setRuns(false);
    setAt((n) => (n + by + pieces.length) % pieces.length);
  };
  const share = async () => {
    if (navigator.share) await navigator.share({ title: nameOf(document), url: link }).catch(() => undefined);
    else {
      await navigator.clipboard.writeText(links.join('\n'));
      tell(several ? 'The links are copied.' : 'The link is copied.');
    }
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5 desk:grid-cols-[30rem_minmax(0,1fr)]">
      <section aria-label="Code" className="rounded-xl border border-rule bg-card p-3">
        <Code text={link} name={several ? `Code ${at + 1} of ${pieces.length}` : 'Code'} />
        {several && (
          <div className="mt-2 flex items-center justify-between gap-2">
            <Button aria-label="Code before" onClick={() => step(-1)}>
              <ChevronLeft size={20} aria-hidden />
            </Button>
            <p className="font-bold">
              Code {at + 1} of {pieces.length}
            </p>
            <Button aria-label="Next code" onClick={() => step(1)}>
              <ChevronRight size={20} aria-hidden />
            </Button>
          </div>
        )}
        {several && (
          <Button className="mt-2 w-full" aria-pressed={runs} onClick={() => setRuns(!runs)}>
            {runs ? 'Hold this one' : 'Show them in turn'}
          </Button>
        )}
      </section>
      <div className="flex flex-col gap-4">
        <section aria-label="How" className="rounded-xl border border-rule bg-card p-4">
          <h2 className="font-bold text-lg">On the phone</h2>
          <ol className="mt-2 flex list-decimal flex-col gap-2 pl-6">
            <li>
              {!isOnlyHere(server)
                ? 'Point its camera at the code and open the link.'
                : 'Open Symplex there, then Hand over, then "Read a code with the camera".'}
            </li>
            {several && <li>Hold it still until all {pieces.length} codes were read: the order does not matter.</li>}
            <li>It says what has come. Nothing there is replaced unless you say so.</li>
          </ol>
          {isOnlyHere(server) && <OnlyHere />}
          <Button className="mt-3 w-full" onClick={() => void share()}>
            {typeof navigator !== 'undefined' && 'share' in navigator ? (
              <Share2 size={18} aria-hidden />
            ) : (
              <Link2 size={18} aria-hidden />
            )}
            {typeof navigator !== 'undefined' && 'share' in navigator ? 'Share the link' : 'Copy the link'}
          </Button>
          <p className="mt-2 text-soft text-sm">
            All of it is in the part of the link after #, which no browser sends to a server.
          </p>
        </section>
        <Everything />
      </div>
    </div>
  );
}

const nameOf = (d: Document): string => (d.format === 'symplex.bundle' ? 'Symplex' : d.name);
