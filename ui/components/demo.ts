'use client';
import { type Drawer, FORMAT_VERSION, type Job, type Setup, same } from '@/core/model';
import { database, type Edit, idsOf } from '@/store';
import { keepChange } from './keeping';
import { setSetting } from './use-documents';
import { freeId } from './words';

type Demo = readonly (
  | { readonly kind: 'setups'; readonly document: Setup }
  | { readonly kind: 'jobs'; readonly document: Job }
  | { readonly kind: 'drawers'; readonly document: Drawer }
)[];

/** Loaded when it is asked for: the page needs none of it to begin. */
async function demo(): Promise<Demo> {
  const { demoDrawer, demoJobs, demoSetups } = await import('@/demo');
  return [
    ...demoSetups.map((document) => ({ kind: 'setups' as const, document })),
    ...demoJobs.map((document) => ({ kind: 'jobs' as const, document })),
    { kind: 'drawers' as const, document: demoDrawer },
  ];
}

/** The demo as it was, in place of what became of it. */
export const bringDemoBack = async (): Promise<boolean> =>
  keepChange(
    'Bring the demo back',
    (await demo()).map(({ kind, document }) => ({ kind, id: document.id, become: () => document }) as Edit),
  );

/** An empty drawer of one's own. */
export async function newDrawer(name = 'My drawer'): Promise<Edit> {
  const id = freeId('drawer', await idsOf('drawers'));
  const drawer: Drawer = { format: 'symplex.drawer', version: FORMAT_VERSION, id, name, parts: [] };
  return { kind: 'drawers', id, become: (now) => now ?? drawer };
}

/**
 * Take the demo off the desk in one step; what was changed in it is somebody's work, and stays. Where that leaves no drawer, an
 * empty one is put there.
 * @returns whether it was kept
 */
export async function putDemoAway(): Promise<boolean> {
  const all = await demo();
  const edits = all.map(
    ({ kind, document }) =>
      ({
        kind,
        id: document.id,
        become: (now: unknown) => (now !== null && same(plain(now), plain(document)) ? null : now),
      }) as Edit,
  );
  const ours = all.filter((d) => d.kind === 'drawers').map((d) => d.document);
  const others = [...(await idsOf('drawers'))].filter((id) => !ours.some((d) => d.id === id));
  const changed = await Promise.all(
    ours.map(async (d) => {
      const kept: unknown = await database().drawers.get(d.id);
      return kept !== undefined && !same(plain(kept), plain(d));
    }),
  );
  const isEmpty = others.length === 0 && !changed.includes(true);
  const own = isEmpty ? [await newDrawer()] : [];
  const isKept = await keepChange('Put the demo away', [...edits, ...own]);
  const [first] = own;
  if (isKept && first) await setSetting('drawer', first.id);
  return isKept;
}

type Plain = Parameters<typeof same>[0];
/** As it would be written: a document is JSON. */
const plain = (x: unknown): Plain => JSON.parse(JSON.stringify(x)) as Plain;
