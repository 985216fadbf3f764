import { oneWith, reach } from '../algorithms';
import { mustAssess } from '../assess';
import type { Act, StandIn } from '../host';
import { appIn, type Catalogue, classOfPart, type PartId, type Setup } from '../model';
import { settingActs } from './settings';
import { act, atRest } from './stand-in';

/** What to do, in which order, so that the app ends up recording from the input that the line leads to. */
export interface PluggingOrder {
  readonly acts: readonly Act[];
  /** The device after each act. */
  readonly states: readonly StandIn[];
}

/**
 * The shortest order of plugging that ends with the wanted input recorded. Every joint must be made and the app opened
 * once, so an order of just that length cannot be beaten; which one does it is found by trying on the stand-in: power
 * first, then from the device outward, what completes the wanted input last, the app after that. Where the app does not
 * take it by itself, a choice is one act more, as is the answer to the device's question and each setting against it.
 * @returns null when no order gets there: the gates say why.
 * @returns acts and what is seen after each; null where no order leads to the recording
 * @example shortestOrder(setup, catalogue)?.acts.map((a) => sayAct(setup, catalogue, a));
 */
export function shortestOrder(setup: Setup, catalogue: Catalogue): PluggingOrder | null {
  const wanted = wantedKey(setup, catalogue);
  if (wanted === null) return null;
  const app = appIn(catalogue, setup.job.app);
  const { permission, automatic } = setup.session ?? {};
  const fewest = setup.joints.length + 1 + (permission ? 1 : 0) + (automatic && app.chooses === 'newest' ? 1 : 0);
  let best: PluggingOrder | null = null;
  for (const joints of orders(setup, catalogue)) {
    const acts: Act[] = [];
    const states: StandIn[] = [];
    let now = settingActs(setup, catalogue).reduce((s, a) => act(setup, catalogue, s, a), atRest(setup, catalogue));
    const go = (a: Act) => {
      now = act(setup, catalogue, now, a);
      acts.push(a);
      states.push(now);
      if (now.asking) {
        const reply = { do: 'answer', as: 'headset' } as const;
        now = act(setup, catalogue, now, reply);
        acts.push(reply);
        states.push(now);
      }
    };
    for (const joint of joints) go({ do: 'plug', joint });
    // What is set against it must be set right; an app that looks only when it is opened finds it so.
    if (!now.allowed) go({ do: 'allow', on: true });
    if (!now.automatic && app.chooses === 'newest') go({ do: 'automatic', on: true });
    go({ do: 'open' });
    if (now.taken !== wanted && app.chooses === 'picker') go({ do: 'choose', input: wanted });
    if (now.taken === wanted && (best === null || acts.length < best.acts.length)) best = { acts, states };
    if (best && best.acts.length === fewest) break;
  }
  return best;
}

/** The listed outside input that the line leads to. */
function wantedKey(setup: Setup, catalogue: Catalogue): string | null {
  const { intended } = mustAssess({ ...setup, chosenInput: 'newest', session: {} }, catalogue).readings;
  return intended?.listed ? `${intended.part} ${intended.spec.id}` : null;
}

/** Orders worth trying: the careful one of the trade first, then the same with each joint in turn made last. */
function* orders(setup: Setup, catalogue: Catalogue): Generator<readonly string[]> {
  const device = oneWith(setup.parts, 'class', setup.job.device).id;
  const found = reach([device], (part) =>
    setup.joints.flatMap(({ id, a, b }) => {
      const next = a.part === part ? b.part : b.part === part ? a.part : null;
      return next === null ? [] : [[next, id] as const];
    }),
  );
  const hops = (part: PartId) => found.get(part)?.steps ?? Number.POSITIVE_INFINITY;
  const isPower = (id: string) => classOfPart(setup, catalogue, id).kind === 'power';
  const rank = ({ a, b }: Setup['joints'][number]) =>
    isPower(a.part) || isPower(b.part) ? -1 : Math.min(hops(a.part), hops(b.part));
  const careful = [...setup.joints].sort((x, y) => rank(x) - rank(y)).map((j) => j.id);
  yield careful;
  for (const last of careful) yield [...careful.filter((j) => j !== last), last];
}
