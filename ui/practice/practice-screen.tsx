'use client';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { Setup } from '@/core/model';
import { dueKinds, type Exercise, LEVELS } from '@/core/practice';
import { findExercise } from '@/workers';
import { Button, failing } from '../components';
import { SetupPicker, SetupScreen } from '../setup';
import { Screen, saveFile } from '../shell';
import { Bench } from './bench';
import { useDone } from './use-done';

export const PracticeScreen = () => (
  <SetupScreen name="Practice">{(kept) => <Desk key={kept.id} setup={kept} />}</SetupScreen>
);

/** A fault is hidden in a setup of one's own; it is found by the same looks and acts as in life. */
function Desk({ setup }: { readonly setup: Setup }) {
  const [done, keep] = useDone();
  const asked = Number(useSearchParams().get('level') ?? 0);
  const [level, setLevel] = useState(LEVELS[asked] ? asked : 0);
  const [exercise, setExercise] = useState<Exercise | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [none, setNone] = useState(false);
  const begin = () => {
    setExercise(null);
    setNone(false);
    setShare(0);
    const seed = Math.floor(Math.random() * 2 ** 31);
    findExercise(setup, level, seed, dueKinds(done, new Date()), (p) => {
      setShare(p.over ? null : p.share);
      if (p.exercise) setExercise(p.exercise);
      else if (p.over) setNone(true);
    }).catch((e: unknown) => {
      setShare(null);
      failing('An exercise')(e);
    });
  };
  const title = <SetupPicker setup={setup} />;
  if (exercise) {
    return (
      <Screen title={title} actions={<Button onClick={() => setExercise(null)}>Leave it</Button>}>
        <Bench key={exercise.seed} exercise={exercise} onDone={keep} onNext={begin} />
      </Screen>
    );
  }
  const found = done.filter((d) => d.mended && d.named).length;
  return (
    <Screen title={title} under="A fault is hidden in this setup. Find it by looking and trying, and name it.">
      <div className="grid max-w-4xl gap-4 desk:grid-cols-2 desk:items-start">
        <section aria-label="An exercise" className="rounded-xl border-2 border-accent bg-card p-4">
          <h2 className="font-bold text-xl">What to practise</h2>
          <fieldset className="mt-2 flex flex-col gap-1.5">
            <legend className="sr-only">Level</legend>
            {LEVELS.map((l, i) => (
              <label
                key={l.name}
                className={`flex min-h-12 items-center gap-3 rounded-lg border px-3 ${level === i ? 'border-accent bg-accent-wash' : 'border-rule'}`}
              >
                <input
                  type="radio"
                  name="level"
                  className="size-5 accent-accent"
                  checked={level === i}
                  onChange={() => setLevel(i)}
                />
                <span className="flex-1">{l.name}</span>
                <span className="text-soft text-sm">{done.filter((d) => d.level === i).length} done</span>
              </label>
            ))}
          </fieldset>
          <Button look="main" className="mt-3 min-h-14 w-full text-lg" disabled={share !== null} onClick={begin}>
            {share === null ? 'Hide a fault' : `Hiding one... ${Math.round(100 * share)} %`}
          </Button>
          {none && (
            <p role="alert" className="mt-2 rounded-lg bg-caution-wash p-3">
              This setup has no such exercise. Choose another level, or another setup above.
            </p>
          )}
        </section>
        <section aria-label="So far" className="rounded-xl border border-rule bg-card p-4">
          <h2 className="font-bold text-lg">So far</h2>
          {done.length === 0 ? (
            <p className="mt-1 text-soft">Nothing yet. What goes badly comes again soon, what goes well later.</p>
          ) : (
            <>
              <p className="mt-1">
                {done.length} done; {found} named and put right.
              </p>
              <ul className="mt-2 flex flex-col gap-1">
                {done
                  .slice(-6)
                  .toReversed()
                  .map((d) => (
                    <li key={d.at} className="flex justify-between gap-3">
                      <span>{d.kinds.join(' and ')}</span>
                      <span className="text-soft">
                        {d.mended && d.named ? 'found' : d.mended ? 'put right, not named' : 'not found'},{' '}
                        {Math.round(d.seconds)} s of {Math.round(d.bestSeconds)}
                      </span>
                    </li>
                  ))}
              </ul>
              <Button className="mt-2" onClick={() => saveFile('practice.json', JSON.stringify(done, null, 2))}>
                Save what was done
              </Button>
            </>
          )}
        </section>
      </div>
    </Screen>
  );
}
