'use client';
import { useCallback, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import type { TakeReport } from '@/core/take';
import { measureTake, stopTake } from '@/workers';

/** A take on the page: being measured, measured, or refused. */
export interface Take {
  readonly id: number;
  readonly name: string;
  readonly file: File;
  readonly state:
    | { readonly is: 'waiting' }
    | { readonly is: 'measuring'; readonly share: number }
    | { readonly is: 'measured'; readonly report: TakeReport }
    | { readonly is: 'stopped' }
    | { readonly is: 'refused'; readonly problem: string };
}

/** Takes dropped in, measured one after the other. */
export function useTakes() {
  const [takes, setTakes] = useState<readonly Take[]>([]);
  const [shown, setShown] = useState<number | null>(null);
  const next = useRef(1);
  const queue = useRef<Take[]>([]);
  const busy = useRef(false);

  const become = useCallback((id: number, state: Take['state']) => {
    setTakes((all) => all.map((t) => (t.id === id ? { ...t, state } : t)));
  }, []);

  const work = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    for (let take = queue.current.shift(); take; take = queue.current.shift()) {
      const { id, file } = take;
      become(id, { is: 'measuring', share: 0 });
      const measured = await measureTake(file, (share) => become(id, { is: 'measuring', share })).catch(
        (e: unknown) => ({ ok: false as const, problem: e instanceof Error ? e.message : String(e), other: false }),
      );
      if (!measured) become(id, { is: 'stopped' });
      else if (measured.ok) become(id, { is: 'measured', report: measured.report });
      else become(id, { is: 'refused', problem: measured.problem });
    }
    busy.current = false;
  }, [become]);

  /** The first of them is shown. */
  const add = useCallback(
    (files: Iterable<File>) => {
      const added = [...files].map((file): Take => {
        const id = next.current;
        next.current += 1;
        return { id, name: file.name, file, state: { is: 'waiting' } };
      });
      setTakes((all) => [...all, ...added]);
      queue.current.push(...added);
      if (added.length > 0) setShown(itemAt(added, 0).id);
      void work();
    },
    [work],
  );

  const remove = useCallback((id: number) => {
    queue.current = queue.current.filter((t) => t.id !== id);
    setTakes((all) => all.filter((t) => t.id !== id));
  }, []);

  const take = takes.find((t) => t.id === shown) ?? takes.at(-1) ?? null;
  return { takes, take, show: setShown, add, remove, stop: stopTake };
}
