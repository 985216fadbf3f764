'use client';
import { Check } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { catalogue } from '@/catalogue';
import type { Report } from '@/core/assess';
import { classOfPart, partIn, type Setup } from '@/core/model';
import { comeTo, inputParts, OTHER, OWN, sayAct, sightings } from '@/core/standin';
import { nameIn, StatusMark, setSetting, useOrder, useSetting } from '../components';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  /** As the browser names them; empty words before it was allowed to listen. */
  readonly inputs: readonly MediaDeviceInfo[];
  readonly outputs: readonly MediaDeviceInfo[];
}

/** Comings and goings that are kept in sight. */
const MOST_NEWS = 6;

/** What this very device lists, as far as a browser tells, beside what the setup's device was to list. */
export function Probe({ setup, report, inputs, outputs }: Props) {
  const kept = useSetting('names');
  const known = useMemo(() => namesIn(kept), [kept]);
  const order = useOrder(setup);
  const names = inputs.map((d) => d.label).filter((l) => l !== '');
  const news = useNews(inputs);
  const device = nameIn(setup, report.device);
  const rows = sightings({ setup, report, catalogue }, names, known);
  const there = new Set(
    rows.flatMap((r) => (r.name !== null && r.part !== null && r.part !== report.device ? [r.part] : [])),
  );
  const harms = report.verdicts.some((v) => v.gate === 'safe' && v.status === 'fail');
  // No order is given where something could be harmed on the way.
  const done = order && !harms ? comeTo(order, report.device, there) : null;
  const parts = inputParts(report);
  const become = (name: string, meant: string) => {
    const { [name]: _, ...others } = known;
    void setSetting('names', JSON.stringify(meant === '' ? others : { ...others, [name]: meant }));
  };
  return (
    <section aria-label="What this device lists" className="rounded-xl border border-rule bg-card p-3">
      <h2 className="font-bold">This very device, beside the {device} of the setup</h2>
      <p className="text-soft text-sm">
        What the browser lists here, at each plugging. It knows names and nothing else; the recording app may take
        another input than this page.
      </p>
      {names.length === 0 ? (
        <p className="mt-2">
          {inputs.length === 0
            ? 'The browser lists no input yet.'
            : `The browser lists ${inputs.length === 1 ? 'one input' : `${inputs.length} inputs`} and tells no names until it may listen: press Listen.`}
        </p>
      ) : (
        <ul className="mt-1">
          {rows.map((r) => (
            <li
              key={`${r.name} ${r.part}`}
              className="grid grid-cols-[1.5rem_1fr] items-center gap-x-2 gap-y-1 border-rule border-t py-1.5 first:border-t-0 desk:grid-cols-[1.5rem_minmax(0,18rem)_16rem_1fr]"
            >
              <StatusMark status={r.agrees === null ? 'not known' : r.agrees ? 'pass' : 'fail'} size={18} />
              <b className="min-w-0 break-words">{r.name ?? nameIn(setup, r.part!)}</b>
              {r.name !== null ? (
                <select
                  aria-label={`What ${r.name} is`}
                  value={known[r.name] ?? ''}
                  onChange={(e) => become(r.name!, e.target.value)}
                  className="col-start-2 block min-h-10 max-w-full rounded-lg border border-soft bg-card px-2 desk:col-start-auto"
                >
                  <option value="">not told</option>
                  <option value={OWN}>the {device}'s own mic</option>
                  {[...new Set(parts.map((p) => partIn(setup, p).class))].map((c) => (
                    <option key={c} value={c}>
                      {nameIn(setup, parts.find((p) => partIn(setup, p).class === c)!)}
                    </option>
                  ))}
                  {known[r.name] !== undefined &&
                    ![OWN, OTHER, ...parts.map((p) => partIn(setup, p).class)].includes(known[r.name]!) && (
                      <option value={known[r.name]}>
                        {catalogue.parts.get(known[r.name]!)?.name ?? 'another part'}
                      </option>
                    )}
                  <option value={OTHER}>something else</option>
                </select>
              ) : (
                <span className="col-start-2 text-soft text-sm desk:col-start-auto">
                  {r.part === report.device ? 'its headset socket' : classOfPart(setup, catalogue, r.part!).name}
                </span>
              )}
              <span className="col-start-2 desk:col-start-auto">{r.says}</span>
            </li>
          ))}
        </ul>
      )}
      {outputs.some((o) => o.label !== '') && (
        <p className="mt-1 text-sm">
          <span className="text-soft">It plays through </span>
          {outputs
            .map((o) => o.label)
            .filter(Boolean)
            .join(', ')}
        </p>
      )}
      {news.length > 0 && (
        <ul aria-label="Came and went" aria-live="polite" className="mt-1 text-sm">
          {news.map((n) => (
            <li key={n.id}>
              <span className="font-mono text-soft">{n.at}</span> <b>{n.name}</b> {n.came ? 'came' : 'went'}
            </li>
          ))}
        </ul>
      )}
      {order && done !== null && names.length > 0 && (
        <details className="mt-2 border-rule border-t pt-1" open>
          <summary className="min-h-10 cursor-pointer py-2 font-semibold text-accent">
            The order of plugging: {done} of {order.acts.length} done, as far as the list tells
          </summary>
          <ol>
            {order.acts.map((a, i) => (
              <li
                // biome-ignore lint/suspicious/noArrayIndexKey: an order is a list of places, the place is the key
                key={i}
                className={`flex min-h-8 items-center gap-2 ${i === done ? 'font-semibold' : ''}`}
              >
                <span className="w-6 shrink-0 text-right font-mono text-soft">{i + 1}</span>
                <span className="min-w-0 flex-1">{sayAct(setup, catalogue, a)}</span>
                {i < done && (
                  <Check size={20} strokeWidth={2.6} className="shrink-0 text-pass" role="img" aria-label="done" />
                )}
              </li>
            ))}
          </ol>
        </details>
      )}
    </section>
  );
}

function namesIn(text: string | null | undefined): Readonly<Record<string, string>> {
  try {
    const entries = Object.entries(JSON.parse(text ?? '{}') as object);
    return Object.fromEntries(entries.filter((e): e is [string, string] => typeof e[1] === 'string'));
  } catch {
    return {};
  }
}

interface News {
  readonly id: number;
  readonly at: string;
  readonly name: string;
  readonly came: boolean;
}

/** What came and what went since this was opened, newest first. */
function useNews(inputs: readonly MediaDeviceInfo[]): readonly News[] {
  const [news, setNews] = useState<readonly News[]>([]);
  const before = useRef<ReadonlyMap<string, string> | null>(null);
  const next = useRef(0);
  useEffect(() => {
    const now = new Map(inputs.filter((d) => d.label !== '').map((d) => [d.deviceId, d.label]));
    const last = before.current;
    if (now.size > 0) before.current = now;
    if (!last || now.size === 0) return;
    const at = new Date().toLocaleTimeString('en-GB');
    const told = (name: string, came: boolean): News => ({ id: next.current++, at, name, came });
    const all = [
      ...[...now].filter(([id]) => !last.has(id)).map(([, name]) => told(name, true)),
      ...[...last].filter(([id]) => !now.has(id)).map(([, name]) => told(name, false)),
    ];
    if (all.length > 0) setNews((earlier) => [...all, ...earlier].slice(0, MOST_NEWS));
  }, [inputs]);
  return news;
}
