import { catalogue } from '@/catalogue';
import { byId, itemAt } from '@/core/algorithms';
import { jsonOf, kitAnswer } from '@/core/answer';
import { figure, moneyText } from '@/core/format';
import type { Drawer, Job } from '@/core/model';
import { type KitProgress, kitsFor, shoppingCsv, shoppingList, solver } from '@/core/plan';
import { chainText } from './chain';
import { FAILED, PASSED, printable } from './outcome';

interface Options {
  readonly json: boolean;
  readonly csv: boolean;
  readonly atOnce: readonly string[];
  readonly mostG: number | null;
}

/** `symplex kit`: the smallest purchases with which each of several jobs passes all gates. */
export async function kitCommand(jobs: readonly Job[], drawer: Drawer | null, options: Options): Promise<number> {
  let last: KitProgress | null = null;
  const wish = { jobs, atOnce: options.atOnce, mostG: options.mostG };
  for await (const p of kitsFor(wish, drawer, catalogue, solver)) last = p;
  const { kits } = last!;
  const lists = kits.map(({ kit }) =>
    shoppingList(new Map(kit.buy.map((b) => [b.classId, b.count])), drawer, catalogue),
  );
  if (options.csv) process.stdout.write(shoppingCsv(lists[0] ?? [], drawer?.currency));
  else if (options.json) {
    process.stdout.write(`${jsonOf(kitAnswer(last!, drawer, catalogue), 2)}\n`);
  } else
    process.stdout.write(
      `${words(jobs, last!, lists, (x) => moneyText(x, drawer?.currency))
        .map(printable)
        .join('\n')}\n`,
    );
  return kits.length > 0 ? PASSED : FAILED;
}

function words(
  jobs: readonly Job[],
  { kits, noWay, lightestG, unfinished, chains }: KitProgress,
  lists: readonly ReturnType<typeof shoppingList>[],
  money: (x: number) => string,
): readonly string[] {
  const nameOf = (id: string) => byId(jobs, id).name;
  const lines = [`${jobs.length} jobs, ${chains} chains assessed.`, ''];
  for (const n of noWay) lines.push(`No way for ${nameOf(n.job)}. ${n.why}`);
  if (lightestG !== null) lines.push(`No kit is so light: the lightest weighs ${figure(lightestG)} g.`);
  if (unfinished)
    lines.push(
      'The time ended before any kit was found. Try again with less else running, or with fewer jobs at once.',
    );
  for (const [i, { name, kit, answers, holds }] of kits.entries()) {
    lines.push(
      `${name}: ${money(kit.cost)} to buy, ${figure(kit.massG)} g in the bag${kit.gap > 0 ? `, proved to ${figure(100 * kit.gap)} %` : ''}`,
    );
    for (const w of itemAt(lists, i)) {
      const upTo = holds.find((h) => h.classId === w.classId)?.upTo;
      lines.push(`   ${w.count} x ${w.what}${upTo == null ? '' : ` (best buy up to a price of ${money(upTo)})`}`);
    }
    for (const a of answers) {
      const chain = chainText(a.answer.setup);
      lines.push(`   ${nameOf(a.job)}: ${chain} (margin ${figure(a.answer.score.margin, 1)})`);
    }
    lines.push('');
  }
  return lines;
}
