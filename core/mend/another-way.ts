import { mustAssess } from '../assess';
import { apply, positionName } from '../change';
import { metresText } from '../format';
import {
  type Catalogue,
  classIn,
  type Drawer,
  FORMAT_VERSION,
  isGiven,
  ownLength,
  partName,
  type Setup,
} from '../model';
import { type Answer, plan } from '../plan';
import { type Bench, cautions, compareMends, type Mend, mendOf } from './mend';
import { isBetter } from './rank';

/**
 * What would do the job from scratch, where nothing short of that does: all that lies there counts as owned, and of the
 * answers that work the one that gives up least of it is taken.
 */
export function* anotherWay<T>(
  bench: Bench,
  found: readonly Mend[],
  told: () => T,
  add: (m: Mend) => void,
): Generator<T> {
  const { setup, catalogue } = bench;
  let works: readonly Answer[] = [];
  for (const { answers, working } of plan(setup.job, withThese(bench), catalogue)) {
    works = [...answers, ...working].filter((a) => a.score.failing + a.score.unknown === 0);
    yield told();
  }
  const own = new Set(setup.parts.map((p) => p.class));
  const kept = (a: Answer) => a.setup.parts.filter((p) => own.has(p.class)).length;
  const ways = [...works]
    .sort((a, b) => kept(b) - kept(a) || a.cost - b.cost)
    .slice(0, MOST_WAYS)
    .flatMap((answer): readonly Mend[] => {
      const names = answer.setup.parts
        .filter((p) => !isGiven(classIn(catalogue, p.class)))
        .map((p) => {
          const length = ownLength(p, classIn(catalogue, p.class));
          return `${length === null ? '' : `${metresText(length)} of `}${partName(answer.setup, catalogue, p.id)}`;
        });
      const lean = withoutIdleKnobs({ ...answer.setup, job: setup.job }, catalogue);
      const { format: _, version: __, id: ___, name: ____, ...structure } = lean;
      const words = `Go another way: ${names.join(', ')}`;
      const mend = mendOf(bench, [{ do: 'restore', words, to: structure }], words);
      if (!mend || !isBetter(bench, mend)) return [];
      const set = positionsOf(lean, catalogue);
      const without = mend.givesUp.length > 0 ? `; without ${mend.givesUp.join(', ')}` : '';
      return [{ ...mend, label: `${words}${set.length > 0 ? `, with ${set.join(', ')}` : ''}${without}` }];
    });
  // Another way is worth the words where it is better in something than what mends this one.
  const isBeaten = (way: Mend) =>
    found.some(
      (m) =>
        m.leaves.length === 0 &&
        m.cost <= way.cost &&
        cautions(m) <= cautions(way) &&
        m.givesUp.length <= way.givesUp.length,
    );
  const [best] = ways.filter((w) => !isBeaten(w)).sort((a, b) => compareMends(false, a, b));
  if (best) add(best);
}

/** Knobs that a search turned and that nothing hangs on go back to where they stand as sold. */
function withoutIdleKnobs(setup: Setup, catalogue: Catalogue): Setup {
  let lean = setup;
  const figures = (s: Setup) => JSON.stringify(mustAssess(s, catalogue).verdicts.map((v) => [v.status, v.margin]));
  const wanted = figures(setup);
  for (const part of setup.parts) {
    for (const knob of Object.keys(part.knobs ?? {})) {
      const next = apply(lean, catalogue, { do: 'knob', part: part.id, knob, to: null });
      if (next && figures(next) === wanted) lean = next;
    }
  }
  return lean;
}

/** Knobs and switches that do not stand as sold, with where they stand. */
const positionsOf = (setup: Setup, catalogue: Catalogue): readonly string[] =>
  setup.parts.flatMap((part) =>
    (classIn(catalogue, part.class).knobs ?? []).flatMap((knob) => {
      const at = part.knobs?.[knob.id] ?? knob.start;
      const where = positionName(knob, at);
      const to = where === 'on' || where === 'off' ? where : `at ${where}`;
      return at === knob.start ? [] : [`${knob.label} of ${partName(setup, catalogue, part.id)} ${to}`];
    }),
  );

/** So many ways are compared by what they give up. */
const MOST_WAYS = 12;

/** The drawer, and what lies on the table already. */
function withThese({ setup, drawer, catalogue }: Bench): Drawer {
  const owned = drawer ?? {
    format: 'symplex.drawer',
    version: FORMAT_VERSION,
    id: 'table',
    name: 'On the table',
    parts: [],
  };
  const ids = new Set(owned.parts.map((p) => p.id));
  const here = setup.parts.filter((p) => !isGiven(classIn(catalogue, p.class)) && !ids.has(p.id));
  return { ...owned, parts: [...owned.parts, ...here.map(({ knobs: _, ...p }) => p)] };
}
