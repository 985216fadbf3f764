import { byId } from '../algorithms';
import { type DiagnosisProgress, diagnose, NOTICES, type NoticeId, type Seen } from '../diagnose';
import type { Catalogue, Drawer, Setup } from '../model';

/** What is looked for first when one thing is noticed. */
export interface FirstAid {
  readonly notice: string;
  /** Likeliest first. */
  readonly causes: readonly { readonly text: string; readonly chance: number }[];
  /** What Mend asks or tries first. */
  readonly first: string | null;
}

/** What is noticed most often where something fails, in this order; common practice. */
const NOTICED: readonly NoticeId[] = ['not-listed', 'listed-silent', 'hum', 'too-quiet', 'no-headphones', 'crackle'];
const MOST_NOTICED = 3;
const MOST_CAUSES = 3;

export interface AidProgress {
  readonly done: number;
  readonly of: number;
  /** Null while it is worked out what each fault would show. */
  readonly aid: readonly FirstAid[] | null;
}

/**
 * What to do first if it fails, by what is noticed: three of the commonest that this setup can show, each with the three
 * likeliest causes.
 * @returns yields how far it is; the last has what was found
 */
export function* firstAid(
  setup: Setup,
  catalogue: Catalogue,
  drawer: Drawer | null,
  seen: readonly Seen[],
): Generator<AidProgress> {
  let last: DiagnosisProgress | null = null;
  for (const p of diagnose(setup, catalogue, drawer, seen, [])) {
    last = p;
    yield { done: p.done, of: p.of, aid: null };
  }
  const offered = last?.diagnosis?.offered ?? [];
  const aid: FirstAid[] = [];
  for (const id of NOTICED.filter((n) => offered.includes(n)).slice(0, MOST_NOTICED)) {
    for (const p of diagnose(setup, catalogue, drawer, seen, [{ noticed: [id] }])) last = p;
    const found = last?.diagnosis;
    if (!found || found.danger !== null) continue;
    aid.push({
      notice: byId(NOTICES, id).words,
      causes: found.causes
        .filter((c) => c.key !== 'else')
        .slice(0, MOST_CAUSES)
        .map(({ text, chance }) => ({ text, chance })),
      first: found.next?.question ?? found.end?.act ?? null,
    });
  }
  yield { done: 1, of: 1, aid };
}
