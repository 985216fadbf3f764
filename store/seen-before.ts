import type { Document } from '@/core/model';
import { inside, kindOf, type Single } from './bring-in';
import { database, type Kind } from './database';

const singles = (document: Document): readonly Single[] =>
  document.format === 'symplex.bundle' ? inside(document) : [document];

/** Of what a document would bring, those of which another of the same id is kept here, in another form. */
export async function standingInTheWay(document: Document): Promise<readonly Single[]> {
  const all = singles(document);
  const found = await Promise.all(
    all.map(async (d) => {
      const here: unknown = await database().table(kindOf(d)).get(d.id);
      return here !== undefined && canonical(here) !== canonical(d);
    }),
  );
  return all.filter((_, i) => found[i]);
}

/** Equal documents have equal text, whatever order their fields came in. */
const canonical = (value: unknown): string =>
  JSON.stringify(value, (_, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );

/** The same under ids that are free here; what is renamed says so. */
export async function asAnother(document: Document): Promise<Document> {
  const inTheWay = await standingInTheWay(document);
  const another = async <D extends Single>(d: D): Promise<D> =>
    inTheWay.includes(d)
      ? { ...d, id: await freeId(kindOf(d), d.id), name: `${d.name.slice(0, 100)} (handed over)` }
      : d;
  if (document.format !== 'symplex.bundle') return another(document);
  const [setups, jobs, drawers, entries] = await Promise.all([
    Promise.all(document.setups.map(another)),
    Promise.all(document.jobs.map(another)),
    Promise.all(document.drawers.map(another)),
    Promise.all((document.entries ?? []).map(another)),
  ]);
  return { ...document, setups, jobs, drawers, ...(document.entries ? { entries } : {}) };
}

async function freeId(kind: Kind, id: string): Promise<string> {
  for (let n = 2; ; n++) {
    const next = `${id.slice(0, 58)}-${n}`;
    if ((await database().table(kind).get(next)) === undefined) return next;
  }
}
