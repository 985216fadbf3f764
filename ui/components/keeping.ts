'use client';
import { useSyncExternalStore } from 'react';
import { catalogue } from '@/catalogue';
import { type Bundle, type Entry, merged, type Setup } from '@/core/model';
import {
  askToKeep,
  change,
  type Edit,
  everythingKept,
  type Kept,
  type Kind,
  ownWrites,
  reopened,
  revise,
} from '@/store';

/** What could not be kept, and why, in words; it stays on screen until it is kept or given up. */
export interface NotKept {
  readonly why: string;
  /** Try once more; null where trying is of no use. */
  readonly again: (() => Promise<unknown>) | null;
}

let state: NotKept | null = null;
/** Documents as they stand on screen and could not be kept. */
const unkept = new Map<string, { readonly kind: Kind; readonly document: Kept[Kind] }>();
const listeners = new Set<() => void>();

function become(next: NotKept | null): void {
  state = next;
  for (const l of listeners) l();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** What could not be kept last; null where all is. */
export const useNotKept = (): NotKept | null =>
  useSyncExternalStore(
    subscribe,
    () => state,
    () => null,
  );

/** This browser keeps nothing at all: said once, for as long as the page is open. */
export const keptNowhere = (why: unknown): void => {
  if (state === null)
    become({
      why: `This browser keeps nothing for this page (a private window, or site data blocked: ${nameOf(why)}). All works, and is gone when the page is closed: save it to a file.`,
      again: null,
    });
};

const nameOf = (e: unknown): string => (e instanceof Error ? e.name : String(e));

/** Why a write was refused, in words. */
function reason(e: unknown): string {
  const names = [nameOf(e), nameOf((e as { inner?: unknown } | null)?.inner)];
  if (names.some((n) => n === 'QuotaExceededError'))
    return 'The disk, or the share of it that this browser may use, is full.';
  if (names.some((n) => n === 'UnknownError' || n === 'DatabaseClosedError' || n === 'OpenFailedError'))
    return 'The browser cannot reach what it keeps: the disk may be full or failing.';
  const said = e instanceof Error ? e.message : String(e);
  return `The browser refused to keep it: ${said.split('\n')[0]}`;
}

/**
 * Do something that writes. Where it is refused, that is said and stays on screen, with a way to try again.
 * @param again what trying again means, where that is more than the same write.
 * @returns what it gave, or null where it was refused.
 */
export async function attempt<T>(write: () => Promise<T>, again?: () => Promise<unknown>): Promise<T | null> {
  try {
    if (state?.again) await reopened();
    const value = await write();
    if (state?.again && unkept.size === 0) become(null);
    return value;
  } catch (e) {
    become({ why: reason(e), again: again ?? (() => attempt(write)) });
    return null;
  }
}

/** Change documents as one step of undo; a refusal is said. @returns whether it was kept. */
export const keepChange = async (label: string, edits: readonly Edit[]): Promise<boolean> =>
  (await attempt(async () => {
    await change(label, edits);
    ofOnesOwn();
    return true;
  })) ?? false;

/** There is something of one's own to lose now; a browser that does not answer that is no fault. */
const ofOnesOwn = () => void askToKeep().catch(() => undefined);

export interface Outcome {
  readonly kept: boolean;
  /** What the person should be told: replaced elsewhere, or not kept and why. */
  readonly word: string | null;
}

/** Make of a kept document what a hand made of the one that it saw; what was changed in another window stays. */
export async function keepRevision<K extends Kind>(
  label: string,
  kind: K,
  base: Kept[K],
  next: Kept[K],
  again: () => Promise<unknown> = () => keepRevision(label, kind, base, next),
): Promise<Outcome> {
  const key = `${kind} ${base.id}`;
  const before = unkept.get(key);
  unkept.delete(key);
  const revised = await attempt(() => revise(label, kind, base, next, catalogue), again);
  if (!revised) {
    unkept.set(key, { kind, document: before ? merged(base, next, before.document as Kept[K]).document : next });
    return { kept: false, word: null };
  }
  if (!revised.ok) return { kept: false, word: `${label}: not kept. ${revised.message}` };
  ofOnesOwn();
  keptLast(label, kind, base, next);
  const word = revised.replaced.length > 0 ? `${label}: this replaces what another window had just set.` : null;
  return { kept: true, word };
}

interface LastKept {
  readonly label: string;
  readonly base: Kept[Kind];
  readonly next: Kept[Kind];
  /** How much this window had written by then. */
  readonly writes: number;
}

/** What this window kept last of each document. */
const lastKept = new Map<string, LastKept>();

/** This window has kept this of a document: what another sets otherwise since is told. */
export function keptLast<K extends Kind>(label: string, kind: K, base: Kept[K], next: Kept[K]): void {
  lastKept.set(`${kind} ${base.id}`, { label, base, next, writes: ownWrites() });
}

/**
 * Has another window set otherwise what this one kept last of a document? What this window has done since is its own doing.
 * @returns what it was that was set, once.
 */
export function overruled(kind: Kind, document: Kept[Kind]): string | null {
  const key = `${kind} ${document.id}`;
  const mine = lastKept.get(key);
  if (!mine) return null;
  const isOwn = ownWrites() !== mine.writes;
  if (!isOwn && merged(mine.base, mine.next, document).replaced.length === 0) return null;
  lastKept.delete(key);
  return isOwn ? null : mine.label;
}

/** Everything as it stands on screen: what is kept, and over it what could not be. */
export async function everythingHere(): Promise<Bundle> {
  const bundle = await everythingKept(catalogue);
  const over = <K extends Kind>(kind: K, list: readonly Kept[K][]): readonly Kept[K][] => {
    const here = [...unkept.values()].flatMap((u) => (u.kind === kind ? [u.document as Kept[K]] : []));
    return [...list.filter((d) => !here.some((h) => h.id === d.id)), ...here].sort((a, b) => (a.id < b.id ? -1 : 1));
  };
  return {
    ...bundle,
    setups: over('setups', bundle.setups),
    jobs: over('jobs', bundle.jobs),
    drawers: over('drawers', bundle.drawers),
    ...logged(over('entries', bundle.entries ?? [])),
  };
}

const logged = (entries: readonly Entry[]) => (entries.length > 0 ? { entries } : {});

/** A setup's revision, for the screens of the bench. */
export const keepSetup = (label: string, base: Setup, next: Setup, again?: () => Promise<unknown>): Promise<Outcome> =>
  keepRevision(label, 'setups', base, next, again);
