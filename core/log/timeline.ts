import type { Drawer, Entry, EntryKind, Outcome } from '../model';

/** One line of the timeline: an entry that was kept, or what is known anyway by a take or by how it went. */
export interface Moment {
  readonly key: string;
  /** Local time; the day alone where no more is known. */
  readonly at: string;
  readonly did: EntryKind | 'take' | 'went';
  readonly name: string;
  /** Null of what is only derived. */
  readonly entry: Entry | null;
  readonly setup: string | null;
  /** Classes that took part. */
  readonly classes: readonly string[];
  readonly went: 'well' | 'badly' | null;
  /** All its words, for search. */
  readonly words: string;
}

interface Take {
  readonly id: string;
  readonly setup: string | null;
  readonly name: string;
  readonly date: string;
}

interface Told {
  readonly entries: readonly Entry[];
  readonly takes: readonly Take[];
  readonly drawers: readonly Drawer[];
  readonly nameOf: (classId: string) => string;
}

/** Everything that was done and is known of, latest first; of one time in the order of their names. */
export function timelineOf({ entries, takes, drawers, nameOf }: Told): readonly Moment[] {
  // What was kept as an entry says more than the results that came of it.
  const isTold = (o: Outcome) =>
    entries.some(
      (e) =>
        e.did === 'used' &&
        e.at.startsWith(o.date) &&
        e.device === o.device &&
        e.parts?.some((p) => p.class === o.class),
    );
  const all: Moment[] = [
    ...entries.map((e): Moment => {
      const classes = [...new Set([...(e.parts ?? []).map((p) => p.class), ...(e.device ? [e.device] : [])])];
      const words = [e.name, e.place, e.cause?.text, e.act, e.note, e.setup?.name, ...(e.noticed ?? [])];
      const named = [...(e.parts ?? []).map((p) => p.name), ...classes.map(nameOf)];
      return {
        key: `entry ${e.id}`,
        at: e.at,
        did: e.did,
        name: e.name,
        entry: e,
        setup: e.setup?.id ?? null,
        classes,
        went: e.went ?? null,
        words: [...words, ...named].filter(Boolean).join(' ').toLowerCase(),
      };
    }),
    ...takes.map((t): Moment => {
      const base = { key: `take ${t.id}`, at: t.date.slice(0, 16), did: 'take', name: t.name, entry: null } as const;
      return { ...base, setup: t.setup, classes: [], went: null, words: t.name.toLowerCase() };
    }),
    ...drawers.flatMap((d) =>
      (d.outcomes ?? [])
        .filter((o) => !isTold(o))
        .map((o, i): Moment => {
          const name = `${nameOf(o.class)} with ${nameOf(o.device)}`;
          return {
            key: `went ${d.id} ${i}`,
            at: o.date,
            did: 'went',
            name,
            entry: null,
            setup: null,
            classes: [o.class, o.device],
            went: o.worked ? 'well' : 'badly',
            words: name.toLowerCase(),
          };
        }),
    ),
  ];
  return all.sort((a, b) => (a.at === b.at ? (a.name < b.name ? -1 : 1) : a.at < b.at ? 1 : -1));
}

/** Those in which every word of what is sought occurs, and a class where one is asked for. */
export const found = (timeline: readonly Moment[], sought: string, classId: string | null): readonly Moment[] => {
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return timeline.filter(
    (m) => words.every((w) => m.words.includes(w)) && (classId === null || m.classes.includes(classId)),
  );
};
