import type { Catalogue } from './catalogue';
import type { Job } from './documents';

/** Somebody at the other end of a call: by which of the job's destinations, counted from 0, and under which name. */
export interface Caller {
  /** `caller 1` and so on, in the order of destinations; no source has a name like it. */
  readonly id: string;
  readonly name: string;
  readonly destination: number;
}

/** All who listen here, by whichever headphones. */
export const HERE = 'here';
/** The recording or stream of the n-th destination, counted from 0. */
export const takeId = (destination: number): string => `take ${destination + 1}`;

/** Everybody at the other end: those whom the job names, else one for each app that calls. */
export function callersOf(job: Job, catalogue: Catalogue): readonly Caller[] {
  const told = [job, ...(job.also ?? [])].flatMap((d, destination) => {
    if (catalogue.apps.get(d.app)?.networkMs === undefined) return [];
    const names: readonly (string | null)[] = d.callers && d.callers.length > 0 ? d.callers : [null];
    return names.map((name) => ({ name, destination }));
  });
  return told.map(({ name, destination }, i) => ({
    id: `caller ${i + 1}`,
    name: name ?? (told.length === 1 ? 'Caller' : `Caller ${i + 1}`),
    destination,
  }));
}

/** What the job says of one voice at one listener: they must not or need not hear it; null where nothing is said. */
export const mayHear = (job: Job, from: string, to: string): 'not' | 'either' | null =>
  job.apart?.find((a) => a.from === from && a.to === to)?.may ?? null;

/** At most so many at one end of a call. */
const MOST_CALLERS = 8;

const namesAt = (job: Job, catalogue: Catalogue, destination: number): readonly Caller[] =>
  callersOf(job, catalogue).filter((c) => c.destination === destination);

function withNames(job: Job, destination: number, callers: readonly string[]): Job {
  if (destination === 0) return { ...job, callers };
  return { ...job, also: (job.also ?? []).map((d, i) => (i === destination - 1 ? { ...d, callers } : d)) };
}

/** The same job with a caller called otherwise. */
export const callerCalled = (job: Job, catalogue: Catalogue, { id, destination }: Caller, name: string): Job =>
  withNames(
    job,
    destination,
    namesAt(job, catalogue, destination).map((c) => (c.id === id ? name : c.name)),
  );

/** What is said of who hears whom, with callers numbered anew; what was said of one who is gone goes. */
function renumbered(job: Job, numberOf: (n: number) => number | null): Job {
  const { apart, ...rest } = job;
  if (!apart) return job;
  const now = (id: string): string | null => {
    const told = /^caller (\d+)$/.exec(id)?.[1];
    if (told === undefined) return id;
    const n = numberOf(Number(told));
    return n === null ? null : `caller ${n}`;
  };
  const next = apart.flatMap((a) => {
    const [from, to] = [now(a.from), now(a.to)];
    return from === null || to === null ? [] : [{ ...a, from, to }];
  });
  return next.length > 0 ? { ...rest, apart: next } : rest;
}

const numberIn = (all: readonly Caller[], id: string | undefined): number => all.findIndex((c) => c.id === id) + 1;

/** One more at the same end of a call; null where there are as many as can be. */
export function oneMoreCaller(job: Job, catalogue: Catalogue, destination: number): Job | null {
  const names = namesAt(job, catalogue, destination).map((c) => c.name);
  if (names.length >= MOST_CALLERS) return null;
  const last = numberIn(callersOf(job, catalogue), namesAt(job, catalogue, destination).at(-1)?.id);
  const told = renumbered(job, (n) => (n > last ? n + 1 : n));
  return withNames(told, destination, [...names, `Guest ${names.length + 1}`]);
}

/** One fewer there; null for the last one, who goes with the device that calls. */
export function withoutCaller(job: Job, catalogue: Catalogue, { id, destination }: Caller): Job | null {
  const left = namesAt(job, catalogue, destination).filter((c) => c.id !== id);
  if (left.length === 0) return null;
  const gone = numberIn(callersOf(job, catalogue), id);
  return withNames(
    renumbered(job, (n) => (n === gone ? null : n > gone ? n - 1 : n)),
    destination,
    left.map((c) => c.name),
  );
}
