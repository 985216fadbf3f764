import type { Job } from './documents';
import type { Catalogue } from './part-class';

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

/** One more at the same end of a call; null where there are as many as can be. */
export function oneMoreCaller(job: Job, catalogue: Catalogue, destination: number): Job | null {
  const names = namesAt(job, catalogue, destination).map((c) => c.name);
  return names.length >= MOST_CALLERS ? null : withNames(job, destination, [...names, `Guest ${names.length + 1}`]);
}

/** One fewer there; null for the last one, who goes with the device that calls. */
export function withoutCaller(job: Job, catalogue: Catalogue, { id, destination }: Caller): Job | null {
  const left = namesAt(job, catalogue, destination).filter((c) => c.id !== id);
  if (left.length === 0) return null;
  return withNames(
    job,
    destination,
    left.map((c) => c.name),
  );
}
