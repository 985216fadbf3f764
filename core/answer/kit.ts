import type { Catalogue, Drawer } from '../model';
import { type KitProgress, shoppingList } from '../plan';

/** The kits that were found, as a document. */
export const kitAnswer = (
  { chains, kits, noWay, lightestG, unfinished }: KitProgress,
  drawer: Drawer | null,
  catalogue: Catalogue,
) => ({
  chains,
  kits: kits.map(({ name, kit, answers, holds }) => ({
    name,
    cost: kit.cost,
    massG: kit.massG,
    margin: kit.margin,
    gap: kit.gap,
    buy: kit.buy,
    holds,
    shopping: shoppingList(new Map(kit.buy.map((b) => [b.classId, b.count])), drawer, catalogue),
    carried: Object.fromEntries(kit.carried),
    jobs: answers.map((a) => ({ job: a.job, margin: a.answer.score.margin, setup: a.answer.setup })),
  })),
  noWay,
  lightestG,
  unfinished,
});
