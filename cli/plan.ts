import { catalogue } from '@/catalogue';
import { capital, figure, moneyText } from '@/core/format';
import { type Drawer, type Job, notKnownIn } from '@/core/model';
import { type Answer, plan } from '@/core/plan';
import { chainText } from './chain';
import { FAILED, jsonOf, PASSED, printable } from './outcome';

/** `symplex plan`: the best chains for a job, with price of what is missing and the weakest gate. */
export function planCommand(job: Job, drawer: Drawer | null, json: boolean): number {
  let answers: readonly Answer[] = [];
  let tried = 0;
  for (const progress of plan(job, drawer, catalogue)) {
    answers = progress.answers;
    tried = progress.routes.length;
  }
  const works = answers.some((a) => a.score.failing + a.score.unknown === 0);
  if (json) {
    const out = answers.map(({ setup, cost, toBuy, pieces, massG, score, weakest, best, lostBy, toWin, snrDb }) => ({
      cost,
      toBuy: toBuy.map((p) => p.class),
      pieces,
      massG,
      best,
      ...score,
      weakest: { gate: weakest.gate, status: weakest.status, margin: weakest.margin, sentence: weakest.sentence },
      snrDb,
      lostBy,
      toWin,
      setup,
    }));
    process.stdout.write(`${jsonOf({ job: job.id, tried, answers: out }, 2)}\n`);
    return works ? PASSED : FAILED;
  }
  const lines = [`${job.name}: ${tried} chains assessed.`, ''];
  const strange = notKnownIn(job, catalogue);
  if (strange) lines.push(strange, '');
  else if (answers.length === 0)
    lines.push(
      `No chain of the classes known leads from ${job.sources.every((s) => s.from !== undefined) ? 'there' : 'a microphone'} to this device${job.budget === null ? '' : ' within the budget'}.`,
      '',
    );
  answers.forEach((a, i) => {
    const chain = chainText(a.setup);
    lines.push(`${String.fromCharCode(65 + i)}  ${chain}`);
    lines.push(
      `   ${a.cost > 0 ? `${moneyText(a.cost, drawer?.currency)} to buy` : 'nothing to buy'}, closest: ${capital(a.weakest.gate)} ${a.weakest.status} (margin ${figure(a.weakest.margin ?? 0, 1)}), ${a.pieces} parts, ${figure(a.massG)} g${a.best.length > 0 ? `; ${a.best.join(', ')}` : ''}`,
    );
    if (a.lostBy) lines.push(`   ${a.lostBy}${a.toWin ? ` ${a.toWin}` : ''}`);
    lines.push('');
  });
  process.stdout.write(`${lines.map(printable).join('\n')}`);
  return works ? PASSED : FAILED;
}
