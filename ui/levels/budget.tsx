'use client';
import { itemAt } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import type { Setup } from '@/core/model';
import type { LedgerEntry } from '@/core/readings';
import { nameIn } from '../components';

const MOST_LIMITS = 6;
const LIMIT_WORDS = { microphone: 'microphone', converter: 'full scale' } as const;

/** What clips first, and where the noise comes from: the two ends that all knobs are set between. */
export function Budget({ setup, report }: { readonly setup: Setup; readonly report: Report }) {
  const nameOf = (id: string) => nameIn(setup, id);
  const limits = [report, ...report.also]
    .flatMap((d) => d.ledger)
    .filter((e, i, all) => e.feeds && all.findIndex((o) => o.part === e.part && alike(o, e) && o.feeds) === i)
    .sort((a, b) => a.spareDb - b.spareDb)
    .slice(0, MOST_LIMITS);
  const channels = [report, ...report.also].flatMap((d) => d.channels).filter((c) => c.snrDbA !== null);
  const worst = channels.reduce<(typeof channels)[number] | null>(
    (w, c) => (w && w.snrDbA! <= c.snrDbA! ? w : c),
    null,
  );
  const total = worst ? worst.noiseAWeightedVolt ** 2 : 1;
  const curve = worst?.arrivals.find((a) => a.curve)?.curve;
  return (
    <>
      <section aria-label="What clips first" className="rounded-xl border border-rule bg-card px-3 py-2">
        <h2 className="font-bold">What clips first</h2>
        <ol className="mt-1 text-sm">
          {limits.map((e) => (
            <li
              key={`${e.part} ${e.id}`}
              className="grid grid-cols-[minmax(0,1fr)_5rem_4rem] items-center gap-2 py-0.5"
            >
              <span className="leading-tight">
                {nameOf(e.part)}{' '}
                <span className="text-soft">
                  {e.what === 'amplifier' ? e.id.replaceAll('-', ' ') : LIMIT_WORDS[e.what]}
                </span>
              </span>
              <Bar share={Math.max(0, e.spareDb) / 40} wrong={e.spareDb < 0} />
              <span className={`text-right font-mono ${e.spareDb < 0 ? 'font-semibold text-fail' : ''}`}>
                {figure(e.spareDb)} dB
              </span>
            </li>
          ))}
        </ol>
        <p className="text-soft text-sm">Decibels above the peaks, of the voice that comes nearest.</p>
      </section>
      {worst && (
        <section aria-label="Where the noise comes from" className="rounded-xl border border-rule bg-card px-3 py-2">
          <h2 className="font-bold">Where the noise comes from</h2>
          <ol className="mt-1 text-sm">
            {worst.largestNoises.map((n) => (
              <li
                key={`${n.part} ${n.what}`}
                className="grid grid-cols-[minmax(0,1fr)_5rem_4rem] items-center gap-2 py-0.5"
              >
                <span className="leading-tight">
                  {nameOf(n.part)} <span className="text-soft">{n.what}</span>
                </span>
                <Bar share={n.aWeightedVolt ** 2 / total} wrong={false} />
                <span className="text-right font-mono">{figure((100 * n.aWeightedVolt ** 2) / total)} %</span>
              </li>
            ))}
          </ol>
          <p className="text-soft text-sm">
            Voice over noise {figure(worst.snrDbA!)} dB(A), {worst.snrDbFlat === null ? '?' : figure(worst.snrDbFlat)}{' '}
            dB flat
            {worst.overHumDbA !== null && `; over hum about ${figure(worst.overHumDbA)} dB(A)`}.
            {curve &&
              ` Response against 1 kHz: ${tenth(itemAt(curve.db, 0))} dB at 20 Hz, ${tenth(itemAt(curve.db, 30))} dB at 20 kHz.`}
          </p>
        </section>
      )}
    </>
  );
}

const tenth = (db: number): string => figure(Math.abs(db) < 0.05 ? 0 : db, 1);

/** The two sides of a pair are one limit. */
const alike = (a: LedgerEntry, b: LedgerEntry): boolean =>
  a.id === b.id || (a.what === b.what && Math.abs(a.spareDb - b.spareDb) < 0.05);

function Bar({ share, wrong }: { readonly share: number; readonly wrong: boolean }) {
  return (
    <span className="h-2 overflow-hidden rounded-full bg-paper" aria-hidden>
      <span
        className={`block h-full rounded-full ${wrong ? 'bg-fail' : 'bg-accent'}`}
        style={{ width: `${Math.max(2, 100 * Math.min(1, wrong ? 1 : share)).toFixed(0)}%` }}
      />
    </span>
  );
}
