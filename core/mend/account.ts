import { itemAt, oneWith } from '../algorithms';
import { type Assessment, assess } from '../assess';
import { apply, type Change } from '../change';
import { figure } from '../format';
import type { Catalogue, Setup } from '../model';

/** How far a level is off, decibels, and what each act does about it. */
export interface Account {
  /** Above what is let through where positive, below what will do where negative. */
  readonly offDb: number;
  /** What each act that has a say adds, decibels, in the order of the acts. */
  readonly addsDb: readonly number[];
}

/** Less is not told. */
const TOLD_DB = 0.5;

/**
 * Where a level fails: how far off it is, and what each act in turn adds to it. Null where no level fails.
 * The acts are carried out one after another and judged at 1 kHz.
 */
export function accountOf(
  setup: Setup,
  catalogue: Catalogue,
  before: Assessment,
  changes: readonly Change[],
): Account | null {
  const worst = levelsOf(before)
    .filter((l) => l.offDb !== 0)
    .sort((a, b) => Math.abs(b.offDb) - Math.abs(a.offDb))[0];
  if (!worst) return null;
  const addsDb: number[] = [];
  let now = setup;
  let at = worst.db;
  for (const change of changes) {
    const next = apply(now, catalogue, change);
    const after = next && assess(next, catalogue, { bands: '1 kHz' });
    const db = after?.ok ? levelsOf(after.value).find((l) => l.topic === worst.topic)?.db : undefined;
    if (!next || db === undefined) return null;
    if (Math.abs(db - at) >= TOLD_DB) addsDb.push(db - at);
    at = db;
    now = next;
  }
  return { offDb: worst.offDb, addsDb };
}

/** What the level gate measures, as a level that rises with the voice, and how far it is off. */
function levelsOf({ verdicts }: Assessment) {
  return oneWith(verdicts, 'gate', 'level').findings.flatMap(({ topic, value, limit, status }) => {
    if (value === null || limit === null) return [];
    const missing = status === 'fail' ? Math.max(0, limit - value) : 0;
    return topic === 'quiet' ? [{ topic, db: value, offDb: -missing }] : [{ topic, db: -value, offDb: missing }];
  });
}

/** "51 dB too hot: takes off 50 and 3 dB". */
export function sayAccount({ offDb, addsDb }: Account): string {
  const off = `${figure(Math.abs(offDb))} dB too ${offDb > 0 ? 'hot' : 'quiet'}`;
  if (addsDb.length === 0) return off;
  const acts: string[] = [];
  for (const [i, db] of addsDb.entries()) {
    const verb = db < 0 ? 'takes off' : 'adds';
    const same = i > 0 && db < 0 === itemAt(addsDb, i - 1) < 0;
    acts.push(`${same ? '' : `${verb} `}${figure(Math.abs(db))}`);
  }
  return `${off}: ${acts.length > 1 ? `${acts.slice(0, -1).join(', ')} and ${acts.at(-1)}` : acts[0]} dB`;
}
