'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import type { Clip, Edit } from '@/core/edit';
import { type EditedClip, editClip, stopTake } from '@/workers';
import { loadClip } from './load-clip';

/** Edits that were asked for together, and are taken back together. */
export type EditStep = readonly Edit[];

/** Samples that are kept of earlier steps, so that a step back is there at once; more are worked out anew. */
const MOST_KEPT = 60e6;

interface Done {
  readonly steps: readonly EditStep[];
  /** What each number of steps comes to, as far as it is kept: none, one, two... */
  readonly clips: ReadonlyMap<number, EditedClip>;
}

const samplesOf = ({ channels }: Clip): number => channels.length * itemAt(channels, 0).length;

/** A short take in memory and what is done to it, step by step. The file stays as it is. */
export function useEdits(file: File) {
  const [first, setFirst] = useState<Clip | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [done, setDone] = useState<Done | null>(null);
  const [working, setWorking] = useState(false);
  const asked = useRef(0);

  const work = useCallback(
    async (from: Clip, edits: readonly Edit[], steps: readonly EditStep[], kept: Done | null) => {
      asked.current += 1;
      const mine = asked.current;
      setWorking(true);
      setProblem(null);
      const clip = await editClip(from, edits).catch((e: unknown) => {
        setProblem(e instanceof Error ? e.message : String(e));
        return null;
      });
      if (asked.current !== mine) return;
      setWorking(false);
      if (!clip) return;
      const clips = new Map([...(kept?.clips ?? [])].filter(([n]) => n < steps.length));
      // The newest stay.
      let left = MOST_KEPT - samplesOf(clip);
      for (const [n, earlier] of [...clips].sort(([a], [b]) => b - a)) {
        left -= samplesOf(earlier);
        if (left < 0 && n < steps.length - 1) clips.delete(n);
      }
      setDone({ steps, clips: clips.set(steps.length, clip) });
    },
    [],
  );

  useEffect(() => {
    let wanted = true;
    void loadClip(file).then((l) => {
      if (!wanted) return;
      if (!l.ok) return setProblem(l.problem);
      setFirst(l.value);
      void work(l.value, [], [], null);
    });
    return () => {
      wanted = false;
      asked.current += 1;
    };
  }, [file, work]);

  const now = done?.clips.get(done.steps.length) ?? null;
  const add = (step: EditStep) => {
    if (!done || !now || working || step.length === 0) return;
    void work(now, step, [...done.steps, step], done);
  };
  const back = () => {
    if (!done || !first || working || done.steps.length === 0) return;
    const steps = done.steps.slice(0, -1);
    if (done.clips.has(steps.length)) setDone({ ...done, steps });
    else void work(first, steps.flat(), steps, { steps, clips: new Map() });
  };
  return {
    problem,
    working,
    steps: done?.steps ?? [],
    now,
    /** Before the last step; null where there is none, or it is no longer kept. */
    before: done?.clips.get(done.steps.length - 1) ?? null,
    add,
    back,
    stop: stopTake,
  };
}
