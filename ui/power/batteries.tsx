'use client';
import { useState } from 'react';
import { entryOf } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { capital, minutesText, rough } from '@/core/format';
import { figureName, type Part, type PartId, quantity, type Setup } from '@/core/model';
import { capacityByRun, lasts } from '@/core/power';
import { Button, classOf, keepFigure, NumberField, nameIn, useDrawer } from '../components';
import { Slide } from '../setup';
import { tell } from '../shell';
import { letterOf } from './looks';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly onTurn: (label: string, setup: Setup) => void;
  readonly onDone: () => void;
  readonly onKeep: (label: string, setup: Setup) => unknown;
}

/** How full each battery starts, how long it lasts, and when it is exchanged. */
export function Batteries({ setup, report, onTurn, onDone, onKeep }: Props) {
  return (
    <section aria-label="Batteries" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">Batteries</h2>
      {setup.parts
        .filter((p) => classOf(p).kind === 'power')
        .map((p) => {
          const minute = setup.arrivals?.find((a) => a.part === p.id)?.minute ?? 0;
          return (
            <Slide
              key={p.id}
              label={`${nameIn(setup, p.id)} comes`}
              value={minute}
              min={0}
              max={setup.job.minutes}
              step={5}
              words={`minute ${minute}`}
              onTurn={(to) => onTurn(`When ${nameIn(setup, p.id)} comes`, withArrival(setup, p.id, to))}
              onDone={onDone}
            />
          );
        })}
      {report.runtimes.map((r, i) => {
        const part = setup.parts.find((p) => p.id === r.part);
        if (!part) return null;
        const name = nameIn(setup, r.part);
        const charge = part.charge ?? 1;
        const swaps = (setup.swaps ?? []).filter((s) => s.part === r.part);
        const others = (setup.swaps ?? []).filter((s) => s.part !== r.part);
        const fails = r.minutes !== null && r.minutes < setup.job.minutes && !classOf(part).bank;
        const middle = Math.max(1, Math.round(Math.min(r.minutes ?? setup.job.minutes, setup.job.minutes) * 0.9));
        return (
          <div key={r.part} data-battery={r.part} className={i > 0 ? 'mt-2 border-rule border-t pt-2' : 'mt-1'}>
            <p className="flex justify-between gap-2 leading-tight">
              <span className="wrap-anywhere min-w-0 font-semibold">
                <span className="font-mono text-accent">{letterOf(i)}</span> {name}
              </span>
              <span className={`text-right font-mono ${fails ? 'font-semibold text-fail' : ''}`}>
                {r.minutes === null ? 'stays charged' : minutesText(r.minutes)}
              </span>
            </p>
            <Slide
              label="Full at the start"
              value={Math.round(100 * charge)}
              min={0}
              max={100}
              step={5}
              words={`${Math.round(100 * charge)} %`}
              onTurn={(to) => onTurn(`Charge of ${name}`, withCharge(setup, r.part, to / 100))}
              onDone={onDone}
            />
            <RealRun setup={setup} part={part} runtime={r} />
            {swaps.map((s) => (
              <div key={s.minute} className="flex items-center justify-between gap-2 text-sm">
                <span>exchanged at minute {s.minute}</span>
                <Button
                  look="quiet"
                  onClick={() =>
                    onKeep(`No exchange of ${name}`, withSwaps(setup, [...others, ...swaps.filter((o) => o !== s)]))
                  }
                >
                  Take back
                </Button>
              </div>
            ))}
            {fails && !swaps.some((s) => s.minute === middle) && (
              <Button
                className="w-full"
                onClick={() =>
                  onKeep(
                    `Exchange ${name} at ${middle} min`,
                    withSwaps(setup, [...(setup.swaps ?? []), { part: r.part, minute: middle }]),
                  )
                }
              >
                Exchange it at minute {middle}
              </Button>
            )}
          </div>
        );
      })}
    </section>
  );
}

interface RealRunProps {
  readonly setup: Setup;
  readonly part: Part;
  readonly runtime: Report['runtimes'][number];
}

/** How long it really lasted tells how much an ageing battery still holds: kept as the part's own figure, with the day. */
function RealRun({ setup, part, runtime: { cell } }: RealRunProps) {
  // To the very end: what is kept back is not counted by what goes off.
  const computed = Math.round(lasts({ ...cell, reserve: 0 }));
  const [typed, setTyped] = useState<number | null>(null);
  const lasted = typed ?? computed;
  const drawer = useDrawer();
  const partClass = classOf(part);
  if (!Number.isFinite(computed) || !capacityByRun(part, partClass, cell, computed)) return null;
  const found = capacityByRun(part, partClass, cell, lasted);
  const { figure = '', value = 0 } = found ?? {};
  const unit = found && entryOf(partClass.values, figure).unit;
  const name = nameIn(setup, part.id);
  const keep = async () => {
    if (await keepFigure(`Battery of ${name}`, { setup, part, drawer, figure, value: Number(value.toPrecision(3)) })) {
      setTyped(null);
      tell(`${name} now goes by its real battery. Undo takes it back.`);
    }
  };
  return (
    <details className="text-sm">
      <summary className="min-h-10 cursor-pointer py-2 font-semibold text-accent">
        Did it go off at another time?
      </summary>
      <NumberField
        label={`Minutes until ${name} went off`}
        value={lasted}
        min={1}
        max={60_000}
        step={1}
        onValue={setTyped}
      />
      {lasted === computed ? (
        <p className="mt-1 text-soft">As computed, with all of it used.</p>
      ) : found ? (
        <p className="mt-1 flex flex-wrap items-center justify-between gap-2">
          <span>
            {capital(figureName(figure))}: about {rough(value)} {unit}, not {rough(quantity(part, partClass, figure))}
          </span>
          <Button onClick={() => void keep()}>Keep it</Button>
        </p>
      ) : (
        <p className="mt-1">With what is charged on the way no battery lasts just so long.</p>
      )}
    </details>
  );
}

const withCharge = (setup: Setup, id: string, charge: number): Setup => ({
  ...setup,
  parts: setup.parts.map((p) => (p.id === id ? { ...p, charge } : p)),
});

function withArrival(setup: Setup, part: PartId, minute: number): Setup {
  const { arrivals, ...rest } = setup;
  const others = (arrivals ?? []).filter((a) => a.part !== part);
  const next = minute > 0 ? [...others, { part, minute }] : others;
  return next.length > 0 ? { ...rest, arrivals: next } : rest;
}

function withSwaps(setup: Setup, swaps: NonNullable<Setup['swaps']>): Setup {
  const { swaps: _, ...rest } = setup;
  return swaps.length > 0 ? { ...rest, swaps } : rest;
}
