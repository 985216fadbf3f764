'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { useSearchParams } from 'next/navigation';
import { useMemo, useState } from 'react';
import { catalogue } from '@/catalogue';
import { found, lessonsOf, logCsv, type Moment, timelineOf } from '@/core/log';
import { FORMAT_VERSION, writeDocument } from '@/core/model';
import { database } from '@/store';
import { Button, keepEntry, useAll, useOnPage } from '../components';
import { Screen, saveFile } from '../shell';
import { LessonsPanel } from './lessons-panel';
import { MomentRow } from './moment-row';
import { MonthGrid } from './month-grid';
import { NoteForm } from './note-form';

const nameOf = (id: string): string => catalogue.parts.get(id)?.name ?? id;

const KINDS: readonly (readonly [did: Moment['did'] | 'all', name: string])[] = [
  ['all', 'All'],
  ['fixed', 'Fixed'],
  ['used', 'Used'],
  ['take', 'Takes'],
  ['note', 'Notes'],
];
const dayOf = (m: Moment): string => m.at.slice(0, 10);
const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });

/** What was done and how it went, made by what one does anyway; and what that teaches. */
export function LogScreen() {
  const on = useOnPage();
  const entries = useAll('entries');
  const drawers = useAll('drawers');
  const takes = useLiveQuery(
    async () => (on ? (await database().takes.toArray()).map(({ file: _, ...t }) => t) : undefined),
    [on],
  );
  const [sought, setSought] = useState('');
  const [kind, setKind] = useState<Moment['did'] | 'all'>('all');
  const [day, setDay] = useState<string | null>(null);
  const [part, setPart] = useState<string | null>(useSearchParams().get('part'));
  const timeline = useMemo(
    () => (entries && drawers && takes ? timelineOf({ entries, takes, drawers, nameOf }) : null),
    [entries, drawers, takes],
  );
  const lessons = useMemo(
    () => (entries && drawers ? lessonsOf(entries, drawers, catalogue) : null),
    [entries, drawers],
  );
  if (!timeline || !entries || !lessons) return <Screen title="Log">{null}</Screen>;
  const those = found(timeline, sought, part).filter(
    (m) =>
      (kind === 'all' || m.did === kind || (kind === 'used' && m.did === 'went')) && (day === null || dayOf(m) === day),
  );
  const days = [...new Set(those.map(dayOf))];
  const classes = [...new Set(timeline.flatMap((m) => m.classes))]
    .map((id) => ({ id, name: nameOf(id) }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const actions = (
    <>
      <Button disabled={entries.length === 0} onClick={() => saveFile('log.csv', logCsv(entries), 'text/csv')}>
        CSV
      </Button>
      <Button
        disabled={entries.length === 0}
        onClick={() =>
          saveFile(
            'log.bundle.json',
            writeDocument({
              format: 'symplex.bundle',
              version: FORMAT_VERSION,
              setups: [],
              jobs: [],
              drawers: [],
              entries,
            }),
          )
        }
      >
        JSON
      </Button>
    </>
  );
  return (
    <Screen
      title="Log"
      under="What was done and how it went. A fault that was found is kept here with one press."
      actions={actions}
    >
      <div className="flex flex-col gap-4 desk:grid desk:grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] desk:items-start">
        <div className="flex min-w-0 flex-col gap-3">
          <NoteForm
            onNote={(name, note, place) =>
              keepEntry(`Note: ${name}`, { name, did: 'note', ...(note ? { note } : {}), ...(place ? { place } : {}) })
            }
          />
          <search className="flex flex-wrap gap-2">
            <input
              type="search"
              aria-label="Search the log"
              placeholder="Search"
              value={sought}
              onChange={(e) => setSought(e.target.value)}
              className="min-h-11 min-w-40 flex-1 rounded-lg border border-rule bg-card px-3"
            />
            <select
              aria-label="Only with this part"
              value={part ?? ''}
              onChange={(e) => setPart(e.target.value || null)}
              className="min-h-11 min-w-0 max-w-full rounded-lg border border-rule bg-card px-2"
            >
              <option value="">Any part</option>
              {classes.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </select>
            <fieldset className="flex flex-wrap gap-1">
              <legend className="sr-only">Only</legend>
              {KINDS.map(([id, name]) => (
                <button
                  key={id}
                  type="button"
                  aria-pressed={kind === id}
                  onClick={() => setKind(id)}
                  className={`min-h-11 rounded-lg border px-3 ${kind === id ? 'border-accent bg-accent-wash font-bold text-accent' : 'border-rule bg-card'}`}
                >
                  {name}
                </button>
              ))}
            </fieldset>
          </search>
          {timeline.length === 0 ? (
            <p className="rounded-xl border border-rule bg-card p-4">
              Nothing yet. Find a fault, or say how it went under Line. Keep a test take under Check, or write a note
              above: all of it comes here.
            </p>
          ) : those.length === 0 ? (
            <p className="rounded-xl border border-rule bg-card p-4">Nothing in the log is like that.</p>
          ) : (
            days.map((d) => (
              <section key={d} aria-label={DAY.format(new Date(`${d}T12:00`))}>
                <h2 className="font-bold">{DAY.format(new Date(`${d}T12:00`))}</h2>
                <ul className="mt-1 flex flex-col gap-2">
                  {those
                    .filter((m) => dayOf(m) === d)
                    .map((m) => (
                      <MomentRow key={m.key} moment={m} />
                    ))}
                </ul>
              </section>
            ))
          )}
        </div>
        <aside className="flex min-w-0 flex-col gap-3" aria-label="Calendar, and what it teaches">
          <MonthGrid days={timeline.map(dayOf)} chosen={day} onChoose={setDay} />
          <LessonsPanel lessons={lessons} nameOf={nameOf} />
        </aside>
      </div>
    </Screen>
  );
}
