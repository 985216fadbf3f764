import { type Assessment, report } from '../assess';
import { headline } from '../cause';
import { mends, type Standing } from '../mend';
import type { Catalogue, Drawer, Setup } from '../model';
import { probeJoint } from '../readings';
import { shortestOrder } from '../standin';

/** Waits for the search of causes and mends to end. */
export function standingOf(setup: Setup, drawer: Drawer | null, catalogue: Catalogue): Standing {
  let last: Standing = { causes: [], mends: [] };
  for (const s of mends(setup, drawer, catalogue)) last = s;
  return last;
}

/** How a setup stands, as a document: verdicts with their findings, causes, fixes, contacts, order of plugging. */
export function checkAnswer(
  setup: Setup,
  assessment: Assessment,
  { causes, mends: found }: Standing,
  catalogue: Catalogue,
) {
  // What each joint's contacts offer when it is pulled apart takes a solution a joint: told here, not judged.
  const probes = Object.fromEntries(
    setup.joints.map(({ id }) => {
      const probed = probeJoint(setup, catalogue, id);
      return [id, probed.ok ? probed.value : []];
    }),
  );
  const order = shortestOrder(setup, catalogue);
  return {
    headline: headline(assessment.verdicts, causes),
    causes,
    mends: found.map(({ setup: _, ...m }) => m),
    ...report(assessment),
    probes,
    order: order?.acts ?? null,
  };
}
