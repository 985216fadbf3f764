'use client';
import { useMemo, useState } from 'react';
import { listText, lower } from '@/core/format';
import type { Drawer, Job, With } from '@/core/model';
import type { Answer } from '@/core/plan';
import { classOf, partName, useMoney, useWhyNot } from '../components';
import { ownedToAsk } from './owned';

interface Props {
  readonly job: Job;
  readonly drawer: Drawer | null | undefined;
  readonly answers: readonly Answer[];
  readonly onFill: (label: string, job: Job) => void;
}

/** "Why not my mixer?": what puts a chain with it below the others, or which gate rules it out and what would let it in. */
export function WhyNotAsk({ job, drawer, answers, onFill }: Props) {
  const [chosen, setChosen] = useState('');
  const money = useMoney();
  const asked = useMemo((): With | null => (chosen === '' ? null : { class: chosen }), [chosen]);
  const why = useWhyNot(job, drawer, asked);
  const used = new Set(answers.flatMap((a) => a.setup.parts.map((p) => p.class)));
  const others = ownedToAsk(drawer).filter((p) => !used.has(p.class));
  if (others.length === 0) return null;
  const part = others.find((p) => p.class === chosen);
  const name = part ? partName(part) : '';
  return (
    <section aria-label="Why not another part" className="mt-3 rounded-xl border border-rule bg-card p-3">
      <label className="flex flex-wrap items-center gap-2">
        <span className="font-semibold">Why not my</span>
        <select
          className="min-h-10 w-full min-w-0 rounded-lg border border-soft bg-paper px-2"
          value={chosen}
          onChange={(e) => setChosen(e.target.value)}
        >
          <option value="">choose a part …</option>
          {others.map((p) => (
            <option key={p.id} value={p.class}>
              {p.name ? `${p.name} (${classOf(p).name})` : lower(classOf(p).name)}
            </option>
          ))}
        </select>
      </label>
      {asked && (
        <div aria-live="polite" className="mt-2">
          {!why ? (
            <p className="text-soft">Planning with it on a copy...</p>
          ) : why.works && why.best ? (
            <>
              <p>
                It works: {listText(why.best.setup.parts.map((p) => partName(p)))}. {why.behind ?? ''}
              </p>
              <button
                type="button"
                className="mt-2 min-h-11 rounded-lg border border-accent px-3 font-semibold text-accent"
                onClick={() =>
                  onFill(`With ${name}`, { ...job, with: [...(job.with ?? []).slice(-2), { class: chosen }] })
                }
              >
                Show only chains with it
              </button>
            </>
          ) : (
            <>
              <p>
                {why.best
                  ? `${why.best.weakest.sentence}`
                  : `No chain leads from a voice through the ${lower(name)} to this device and app.`}
              </p>
              {why.opens ? (
                <button
                  type="button"
                  className="mt-2 min-h-11 rounded-lg border border-accent px-3 font-semibold text-accent"
                  onClick={() => why.opens && onFill(why.opens.label, why.opens.job)}
                >
                  {why.opens.label}: then it works,{' '}
                  {why.opens.answer.cost > 0 ? `${money(why.opens.answer.cost)} to buy` : 'nothing to buy'}
                </button>
              ) : (
                <p className="mt-1 text-soft">No single change of the job would let it in.</p>
              )}
            </>
          )}
        </div>
      )}
    </section>
  );
}
