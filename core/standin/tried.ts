import type { StandIn } from '../host';
import { appIn, type Catalogue, jointIn, type Session, type Setup } from '../model';

/**
 * The setup as it was tried on the stand-in: what is plugged, in that order, and what was done at the device, so that the
 * gates can judge it. A history of plugs drawn out and put in again is kept only as far as its end shows.
 */
export function asTried(setup: Setup, catalogue: Catalogue, now: StandIn): Setup {
  const app = appIn(catalogue, setup.job.app);
  const taken = now.list.find((l) => l.key === now.taken);
  const chosenInput = (): Setup['chosenInput'] => {
    if (app.chooses !== 'picker' || !taken) return 'newest';
    const newest = now.list.filter((l) => l.acceptable).every((l) => l.order <= taken.order);
    if (newest) return 'newest';
    return taken.builtIn ? 'built-in' : { part: taken.part, input: taken.key.slice(taken.part.length + 1) };
  };
  const known = now.known.filter((j) => now.plugged.includes(j)).length;
  const { tracks, monitoring } = setup.session ?? {};
  const session: Session = {
    ...(tracks ? { tracks } : {}),
    ...(monitoring ? { monitoring } : {}),
    ...(now.open && known < now.plugged.length ? { openedAfter: known } : {}),
    ...(now.answer === 'headphones' ? { answer: now.answer } : {}),
    ...(now.allowed ? {} : { permission: 'refused' as const }),
    ...(now.automatic ? {} : { automatic: 'off' as const }),
    ...(app.processing.startsWith('starts') && now.processing !== (app.processing === 'starts-on')
      ? { processing: now.processing ? ('on' as const) : ('off' as const) }
      : {}),
    ...(now.output === null ? {} : { output: now.output }),
  };
  const { session: _, ...rest } = setup;
  return {
    ...rest,
    joints: now.plugged.map((id) => jointIn(setup, id)),
    chosenInput: chosenInput(),
    ...(Object.keys(session).length > 0 ? { session } : {}),
  };
}
