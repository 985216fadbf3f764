'use client';
import { useRouter, useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { fragmentOf, type Piece, pieceIn } from '@/core/hand';
import { Button, setSetting, useAll, useSetting } from '../components';
import { Screen, tell } from '../shell';
import { Camera } from './camera';
import { CollectCard } from './collect-card';
import { Everything } from './everything';
import { Give } from './give';
import { Receive } from './receive';
import { type Waiting, waitingIn } from './relay';

/** What is carried from one device to another, by codes to be photographed: given here, or received. */
export function HandScreen() {
  const asked = useSearchParams();
  const given = useGiven(asked.get('setup'), asked.get('job'), asked.get('drawer'));
  if (given === undefined) return <Screen title="Hand over">{null}</Screen>;
  if (given)
    return (
      <Screen title="Hand over" under={given.name}>
        <h2 className="mb-3 font-bold text-lg desk:hidden">{given.name}</h2>
        <Give document={given} />
      </Screen>
    );
  return (
    <Screen title="Hand over" under="From one device to another, by codes to be photographed.">
      <Receiving />
    </Screen>
  );
}

/** The document that the address names; null where it names none, or one that is not here. */
function useGiven(setup: string | null, job: string | null, drawer: string | null) {
  const all = [useAll('setups'), useAll('jobs'), useAll('drawers')] as const;
  if (setup === null && job === null && drawer === null) return null;
  const [setups, jobs, drawers] = all;
  if (!setups || !jobs || !drawers) return undefined;
  return (
    setups.find((d) => d.id === setup) ?? jobs.find((d) => d.id === job) ?? drawers.find((d) => d.id === drawer) ?? null
  );
}

function Receiving() {
  const router = useRouter();
  const { pieces, take, clear } = usePieces();
  const [waiting, setWaiting] = useState<Waiting | null>(null);
  const hear = useCallback(
    (text: string): boolean => {
      const parcel = waitingIn(text);
      if (parcel) setWaiting(parcel);
      const piece = pieceIn(text);
      if (piece) take(piece);
      return parcel !== null || piece !== null;
    },
    [take],
  );
  // A link that was opened carries it in its fragment.
  useEffect(() => {
    const open = () => {
      if (window.location.hash === '') return;
      if (!hear(window.location.href)) tell('This link carries nothing that can be read here.');
      // The way back does not lead into it once more.
      window.history.replaceState(null, '', window.location.pathname);
    };
    open();
    window.addEventListener('hashchange', open);
    return () => window.removeEventListener('hashchange', open);
  }, [hear]);
  const over = () => {
    clear();
    setWaiting(null);
  };
  return (
    <div className="mx-auto flex max-w-xl flex-col gap-4">
      {waiting && <CollectCard waiting={waiting} onOver={over} />}
      {pieces.length > 0 && <Receive pieces={pieces} onOver={over} />}
      <Camera
        onCode={(text) => {
          if (!hear(text)) tell('That code is of something else.');
        }}
      />
      <GiveOne onGive={(kind, id) => router.push(`/hand/?${kind}=${encodeURIComponent(id)}`)} />
      <Everything />
    </div>
  );
}

/** Codes that were read so far; kept, so that each may be opened as a link of its own. */
function usePieces() {
  const kept = useSetting('hand');
  const [pieces, setPieces] = useState<readonly Piece[]>([]);
  const now = useRef(pieces);
  now.current = pieces;
  const become = useCallback((next: readonly Piece[]) => {
    now.current = next;
    setPieces(next);
    void setSetting('hand', next.map(fragmentOf).join('\n'));
  }, []);
  const take = useCallback(
    (piece: Piece) => {
      const same = now.current.filter((p) => p.parcel === piece.parcel && p.count === piece.count);
      if (same.some((p) => p.part === piece.part)) return;
      become([...same, piece].sort((a, b) => a.part - b.part));
    },
    [become],
  );
  useEffect(() => {
    for (const line of (kept ?? '').split('\n')) {
      const piece = pieceIn(line);
      // Of another parcel than the one that is read now, it is of yesterday.
      if (piece && (now.current.length === 0 || now.current[0]?.parcel === piece.parcel)) take(piece);
    }
  }, [kept, take]);
  return { pieces, take, clear: () => become([]) };
}

function GiveOne({ onGive }: { readonly onGive: (kind: 'setup' | 'job' | 'drawer', id: string) => void }) {
  const [setups = [], jobs = [], drawers = []] = [useAll('setups'), useAll('jobs'), useAll('drawers')];
  const groups = [
    ['setup', 'Setups', setups],
    ['job', 'Jobs', jobs],
    ['drawer', 'Drawers', drawers],
  ] as const;
  return (
    <section aria-label="Hand over from here" className="rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold text-lg">From here to another device</h2>
      {groups.map(
        ([kind, title, all]) =>
          all.length > 0 && (
            <div key={kind} className="mt-2">
              <h3 className="text-soft text-sm">{title}</h3>
              <ul className="mt-1 flex flex-wrap gap-1.5">
                {all.map((d) => (
                  <li key={d.id}>
                    <Button aria-label={`Hand over ${d.name}`} onClick={() => onGive(kind, d.id)}>
                      {d.name}
                    </Button>
                  </li>
                ))}
              </ul>
            </div>
          ),
      )}
    </section>
  );
}
