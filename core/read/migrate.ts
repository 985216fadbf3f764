import { itemAt } from '../algorithms';
import { FORMAT_VERSION } from '../model';

type Raw = Readonly<Record<string, unknown>>;

/** Brings a document of one version to the next: pure, on data whose shape was not checked yet. */
type Migration = (document: Raw) => Raw;

/** From version n to n + 1, at n - 1. Each has a file of the older version in tests/older. */
const MIGRATIONS: readonly Migration[] = [fromOne];

/**
 * A document of an older version, with the documents inside it, brought to today's form. What is not a document of an older
 * version stays as it is: the schema tells what is wrong with it.
 */
export function migrated(data: unknown): unknown {
  if (!isRecord(data)) return data;
  let now: Raw = data;
  for (let v = versionOf(now); v !== null && v < FORMAT_VERSION; v += 1)
    now = { ...itemAt(MIGRATIONS, v - 1)(now), version: v + 1 };
  const inside = Object.entries(now).map(([key, value]): [string, unknown] => {
    if (key === 'job') return [key, migrated(value)];
    return [
      key,
      ['setups', 'jobs', 'drawers', 'entries'].includes(key) && Array.isArray(value) ? value.map(migrated) : value,
    ];
  });
  return Object.fromEntries(inside);
}

const versionOf = ({ version }: Raw): number | null =>
  typeof version === 'number' && Number.isInteger(version) && version >= 1 ? version : null;

/** Version 1 let through what says nothing: a placement told twice, an opening after joints that are not there, 31 February. */
function fromOne(document: Raw): Raw {
  const { placements, session, joints } = document;
  return {
    ...document,
    ...(Array.isArray(placements) ? { placements: onceEach(placements, ['source', 'part']) } : {}),
    ...(Array.isArray(document['swaps']) ? { swaps: onceEach(document['swaps'], ['part', 'minute']) } : {}),
    ...(Array.isArray(document['arrivals']) ? { arrivals: onceEach(document['arrivals'], ['part']) } : {}),
    ...(isRecord(session) && Array.isArray(joints) ? { session: withinReach(session, joints.length) } : {}),
    ...(Array.isArray(document['parts']) ? { parts: document['parts'].map(withRealDays) } : {}),
    ...(Array.isArray(document['outcomes'])
      ? { outcomes: document['outcomes'].map((o) => (isRecord(o) ? { ...o, date: realDay(o['date']) } : o)) }
      : {}),
  };
}

/** Of those that are told twice, the last: it is what was said later. */
function onceEach(list: readonly unknown[], keys: readonly string[]): readonly unknown[] {
  const keyOf = (x: unknown) => (isRecord(x) ? JSON.stringify(keys.map((k) => x[k])) : null);
  return list.filter((x, i) => keyOf(x) === null || !list.slice(i + 1).some((y) => keyOf(y) === keyOf(x)));
}

const withinReach = (session: Raw, joints: number): Raw =>
  typeof session['openedAfter'] === 'number' && session['openedAfter'] > joints
    ? { ...session, openedAfter: joints }
    : session;

const withRealDays = (part: unknown): unknown =>
  isRecord(part) && isRecord(part['measured'])
    ? { ...part, measured: Object.fromEntries(Object.entries(part['measured']).map(([k, day]) => [k, realDay(day)])) }
    : part;

/** 31 February is 3 March, as calendars count on. */
function realDay(day: unknown): unknown {
  const [, y, m, d] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(String(day)) ?? [];
  if (d === undefined) return day;
  const date = new Date(Date.UTC(Number(y), Math.max(0, Number(m) - 1), Math.max(1, Number(d))));
  return date.toISOString().slice(0, 10);
}

const isRecord = (x: unknown): x is Raw => typeof x === 'object' && x !== null && !Array.isArray(x);
