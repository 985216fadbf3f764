'use client';
import Link from 'next/link';
import { useState } from 'react';
import { countText } from '@/core/format';
import { type Job, pooled } from '@/core/model';
import { Button, NumberField, useAll, useKits, useKnownDrawer, useLiking } from '../components';
import { Screen } from '../shell';
import { Kits } from './kits';

const NOBODY: Readonly<Record<string, number>> = {};

/** Several jobs, one bag: what to buy so that each can be done. */
export function KitScreen() {
  const jobs = useAll('jobs');
  if (jobs === undefined) return <Screen title="Kit">{null}</Screen>;
  return <Asking jobs={jobs} />;
}

function Asking({ jobs }: { readonly jobs: readonly Job[] }) {
  const drawer = useKnownDrawer();
  const others = (useAll('drawers') ?? []).filter((d) => d.id !== drawer?.id);
  const [crew, setCrew] = useLiking<Readonly<Record<string, number>>>('crew', NOBODY);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [together, setTogether] = useState<ReadonlySet<string>>(new Set());
  const [bag, setBag] = useState<number | null>(null);
  const { progress, problem, searching, find, stop } = useKits();
  const chosen = jobs.filter((j) => !left.has(j.id));
  const toggled = (set: ReadonlySet<string>, id: string): ReadonlySet<string> => {
    const next = new Set(set);
    if (!next.delete(id)) next.add(id);
    return next;
  };
  const ask = () =>
    find(
      { jobs: chosen, atOnce: chosen.filter((j) => together.has(j.id)).map((j) => j.id), mostG: bag },
      drawer ? pooled([drawer, ...others.filter((d) => crew[d.id])]) : null,
    );
  return (
    <Screen title="Kit for several jobs" under="The smallest purchase with which each of them passes all gates.">
      <div className="flex flex-col gap-4 desk:grid desk:grid-cols-[22rem_minmax(0,1fr)] desk:items-start">
        <section aria-label="The jobs" className="rounded-xl border border-rule bg-card px-3 py-2 print:hidden">
          <h2 className="font-bold">The jobs</h2>
          {jobs.length === 0 && (
            <p className="mt-1 text-soft">
              No job is kept yet.{' '}
              <Link href="/" className="inline-flex min-h-10 items-center font-semibold text-accent underline">
                Write one
              </Link>
            </p>
          )}
          <ul className="mt-1 flex flex-col gap-1">
            {jobs.map((j) => (
              <li key={j.id} className="rounded-lg border border-rule px-3 py-1">
                <label className="flex min-h-10 items-center gap-3 font-semibold">
                  <input
                    type="checkbox"
                    checked={!left.has(j.id)}
                    onChange={() => setLeft(toggled(left, j.id))}
                    className="h-5 w-5 shrink-0 accent-(--accent)"
                  />
                  {j.name}
                </label>
                {!left.has(j.id) && chosen.length > 1 && (
                  <label className="flex min-h-10 items-center gap-3 pl-8 text-soft">
                    <input
                      type="checkbox"
                      checked={together.has(j.id)}
                      onChange={() => setTogether(toggled(together, j.id))}
                      className="h-5 w-5 shrink-0 accent-(--accent)"
                    />
                    at the same time as others
                  </label>
                )}
              </li>
            ))}
          </ul>
          {drawer && others.length > 0 && (
            <fieldset className="mt-2">
              <legend className="font-semibold">Pooled with {drawer.name}</legend>
              {others.map((d) => (
                <label key={d.id} className="flex min-h-10 items-center gap-3">
                  <input
                    type="checkbox"
                    checked={Boolean(crew[d.id])}
                    onChange={(e) => setCrew({ ...crew, [d.id]: e.target.checked ? 1 : 0 })}
                    className="h-5 w-5 shrink-0 accent-(--accent)"
                  />
                  {d.name}, {countText(d.parts.length, 'part')}
                </label>
              ))}
            </fieldset>
          )}
          <div className="mt-2 flex items-end gap-2">
            <label className="flex min-h-10 flex-1 items-center gap-3">
              <input
                type="checkbox"
                checked={bag !== null}
                onChange={(e) => setBag(e.target.checked ? 1000 : null)}
                className="h-5 w-5 shrink-0 accent-(--accent)"
              />
              One bag of at most
            </label>
            {bag !== null && (
              <div className="w-28">
                <NumberField label="Grams" value={bag} min={1} max={100_000} step={50} onValue={setBag} />
              </div>
            )}
          </div>
          <Button look="main" className="mt-3 w-full" disabled={chosen.length === 0 || searching} onClick={ask}>
            Find the kit
          </Button>
          {searching && progress && (
            <div className="mt-2 flex items-center justify-between gap-2" aria-live="polite">
              <span className="text-soft">
                {progress.planned} of {progress.of} jobs, {progress.chains} chains
              </span>
              <Button look="quiet" onClick={stop}>
                Stop
              </Button>
            </div>
          )}
        </section>
        {problem ? (
          <p role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
            <b>The kit could not be worked out.</b> {problem} Nothing is lost: try again, or with fewer jobs.
          </p>
        ) : progress ? (
          <Kits jobs={chosen} drawer={drawer ?? null} progress={progress} searching={searching} />
        ) : (
          <p className="text-soft">
            Nothing owned is bought twice. Parts go from job to job, unless jobs are at the same time.
          </p>
        )}
      </div>
    </Screen>
  );
}
