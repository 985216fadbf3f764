'use client';
import { Frown, Smile } from 'lucide-react';
import type { Drawer, Setup } from '@/core/model';
import { isCounted } from '@/core/plan';
import { about, Button, classOf, entryEdit, keepChange, today, useDrawer } from '../components';
import { tell } from '../shell';

/** What a result says something about. */
const tellsOf = (setup: Setup): readonly string[] => [
  ...new Set(setup.parts.filter((p) => isCounted(classOf(p))).map((p) => p.class)),
];

/** How it went: kept in the drawer, so that the next plan knows how often such pieces work here. */
export function OutcomeBox({ setup }: { readonly setup: Setup }) {
  const drawer = useDrawer();
  const classes = tellsOf(setup);
  if (!drawer || classes.length === 0) return null;
  const own = (drawer.outcomes ?? []).filter((o) => o.device === setup.job.device && classes.includes(o.class));
  const log = async (worked: boolean) => {
    const date = today();
    const news = classes.map((c) => ({ class: c, device: setup.job.device, worked, date }));
    const become = (d: Drawer | null) => d && { ...d, outcomes: [...(d.outcomes ?? []), ...news] };
    const label = worked ? 'It worked' : 'It did not work';
    const name = `${setup.name}: ${worked ? 'it worked' : 'it did not work'}`;
    const entry = await entryEdit({ name, did: 'used', went: worked ? 'well' : 'badly', ...about(setup) });
    if (await keepChange(label, [{ kind: 'drawers', id: drawer.id, become }, entry]))
      tell('Kept in the drawer and in the log: the next plan counts it. Undo takes it back.');
  };
  return (
    <section aria-label="How did it go" className="mt-3 rounded-xl border border-rule bg-card p-4 print:hidden">
      <h2 className="font-bold">Tried for real? How did it go?</h2>
      <p className="mt-1 text-soft">
        {classes.map((c) => classOf({ id: c, class: c }).name).join(', ')}:{' '}
        {own.length === 0
          ? 'no result of yours on this device yet.'
          : `${own.filter((o) => o.worked).length} good of ${own.length} results of yours on this device.`}
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button onClick={() => log(true)}>
          <Smile size={20} aria-hidden /> It worked
        </Button>
        <Button onClick={() => log(false)}>
          <Frown size={20} aria-hidden /> It did not
        </Button>
      </div>
    </section>
  );
}
