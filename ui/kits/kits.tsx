'use client';
import { Printer, Save } from 'lucide-react';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { figure, signed } from '@/core/format';
import { type ClassId, type Drawer, type Job, kindOf } from '@/core/model';
import { type KitProgress, type NamedKit, shoppingCsv, shoppingList } from '@/core/plan';
import { Button, classOf, ownLengthText, partName, useMoney } from '../components';
import { saveFile } from '../shell';
import { CurrencyField, OwnPrice } from './own-price';

interface Props {
  readonly jobs: readonly Job[];
  readonly drawer: Drawer | null;
  readonly progress: KitProgress;
  readonly searching: boolean;
}

/** The kits that were found, side by side, and the chosen one in full. */
export function Kits({ jobs, drawer, progress, searching }: Props) {
  const money = useMoney();
  const [shown, setShown] = useState(0);
  const { kits, noWay, lightestG, unfinished } = progress;
  const nameOf = (id: string) => jobs.find((j) => j.id === id)?.name ?? id;
  const kit = kits[Math.min(shown, kits.length - 1)];
  return (
    <section aria-label="Kits" className="flex min-w-0 flex-col gap-3">
      {noWay.map((n) => (
        <p key={n.job} className="rounded-xl border border-fail bg-fail-wash p-3">
          <b>No way for {nameOf(n.job)}.</b> {n.why}
        </p>
      ))}
      {lightestG !== null && (
        <p className="rounded-xl border border-fail bg-fail-wash p-3">
          <b>No kit is so light.</b> The lightest weighs {figure(lightestG)} g.
        </p>
      )}
      {unfinished && (
        <p className="rounded-xl border border-fail bg-fail-wash p-3">
          <b>The time ended before any kit was found.</b> Try again with less else running, or with fewer jobs at once.
        </p>
      )}
      {searching && kits.length === 0 && <p className="text-soft">Computing chains for each job...</p>}
      {kits.length > 0 && (
        <div className="grid gap-2 desk:grid-cols-3 print:hidden">
          {kits.map((k, i) => (
            <button
              key={k.name}
              type="button"
              aria-pressed={k === kit}
              onClick={() => setShown(i)}
              className={`rounded-xl border p-3 text-left ${k === kit ? 'border-2 border-accent bg-accent-wash' : 'border-rule bg-card hover:border-accent'}`}
            >
              <span className="block font-bold first-letter:uppercase">{k.name}</span>
              <span className="block">
                <span className="font-mono font-semibold">{money(k.kit.cost)}</span> to buy,{' '}
                <span className="font-mono">{figure(k.kit.massG)} g</span>
              </span>
              <span className="block text-soft text-sm">
                least margin {signed(Math.min(...k.answers.map((a) => a.answer.score.margin)), 1)}
                {k.kit.gap > 0 && `, proved to ${figure(100 * k.kit.gap)} %`}
                {!progress.done && ', so far'}
              </span>
            </button>
          ))}
        </div>
      )}
      {kit && <InFull kit={kit} drawer={drawer} nameOf={nameOf} />}
    </section>
  );
}

interface InFullProps {
  readonly kit: NamedKit;
  readonly drawer: Drawer | null;
  readonly nameOf: (id: string) => string;
}

/** For which of the jobs a purchase is. */
function servesText(classId: ClassId, { answers }: NamedKit, nameOf: (id: string) => string): string {
  const served = answers
    .filter((a) => a.answer.setup.parts.some((p) => kindOf(p, classOf(p)) === classId))
    .map((a) => nameOf(a.job));
  return served.length === 1 && answers.length > 1 ? `For ${served[0]} only.` : `For ${served.join(' and ')}.`;
}

function InFull({ kit, drawer, nameOf }: InFullProps) {
  const money = useMoney();
  const currency = drawer?.currency;
  const list = shoppingList(new Map(kit.kit.buy.map((b) => [b.classId, b.count])), drawer, catalogue);
  return (
    <>
      <section aria-label="Shopping list" className="rounded-xl border border-rule bg-card p-3">
        <div className="flex flex-wrap items-center justify-between gap-2">
          <h2 className="font-bold">Shopping list</h2>
          <div className="flex items-center gap-2 print:hidden">
            {drawer && <CurrencyField drawer={drawer} />}
            <Button onClick={() => saveFile('shopping.csv', shoppingCsv(list, currency), 'text/csv')}>
              <Save size={18} aria-hidden /> CSV
            </Button>
            <Button onClick={() => window.print()}>
              <Printer size={18} aria-hidden /> Print
            </Button>
          </div>
        </div>
        {list.length === 0 && <p className="mt-1 text-soft">Nothing: the drawer does all of it.</p>}
        <ul className="mt-1">
          {list.map((w) => {
            const upTo = kit.holds.find((h) => h.classId === w.classId)?.upTo;
            return (
              <li key={w.classId} className="border-rule border-t py-2 first:border-t-0">
                <p className="flex justify-between gap-3">
                  <span>
                    <b>{w.count} ×</b> {w.what}
                  </span>
                  {drawer ? (
                    <OwnPrice drawer={drawer} wanted={w} />
                  ) : (
                    <span className="shrink-0 font-mono">
                      {w.price[0]} to {money(w.price[1])}
                    </span>
                  )}
                </p>
                <p className="text-soft text-sm">{servesText(w.classId, kit, nameOf)}</p>
                {w.check.length > 0 && <p className="text-soft text-sm">Check: {w.check.join('; ')}.</p>}
                {upTo != null && <p className="text-soft text-sm">Best buy up to a price of {money(upTo)}.</p>}
              </li>
            );
          })}
        </ul>
        <p className="text-soft text-sm">
          Prices are estimates of the order of size; write your shop's over them. Sleeve colours are no rule.
        </p>
      </section>
      <section aria-label="How each job is done" className="rounded-xl border border-rule bg-card p-3">
        <h2 className="font-bold">How each job is done</h2>
        <ul>
          {kit.answers.map(({ job, answer }) => (
            <li key={job} className="border-rule border-t py-2 first:border-t-0">
              <p className="flex justify-between gap-3 font-semibold">
                <span>{nameOf(job)}</span>
                <span className="font-mono">margin {signed(answer.score.margin, 1)}</span>
              </p>
              <p className="text-soft">
                {answer.setup.parts.map((p) => [partName(p), ownLengthText(p)].filter(Boolean).join(', ')).join(' · ')}
              </p>
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
