import { catalogue } from '@/catalogue';
import { jsonOf, planAnswer, planFor } from '@/core/answer';
import { sessionActs } from '@/core/change';
import { capital, figure, listText, moneyText, rough } from '@/core/format';
import { askedName, type Drawer, type Job, notKnownIn, type With } from '@/core/model';
import type { WhyNot } from '@/core/plan';
import { chainText } from './chain';
import { FAILED, PASSED, printable } from './outcome';

interface Asked {
  readonly json: boolean;
  readonly whyNot: With | null;
}

/** `symplex plan`: the best chains for a job, with price of what is missing and the weakest gate; of a dead end the way out. */
export function planCommand(job: Job, drawer: Drawer | null, asked: Asked): number {
  const planned = planFor(job, drawer, catalogue, asked.whyNot);
  const { answers, tried, upTo, works, impossible, conflict, openers, why } = planned;
  if (asked.json) {
    process.stdout.write(`${jsonOf(planAnswer(job, planned), 2)}\n`);
    return works ? PASSED : FAILED;
  }
  const looked =
    upTo === 'all'
      ? ', all there are of seven parts'
      : upTo === 'some'
        ? ''
        : `, up to ${moneyText(upTo, drawer?.currency)} all but awkward ones`;
  const lines = [`${job.name}: ${tried} chains assessed${looked}.`, ''];
  const strange = notKnownIn(job, catalogue);
  if (strange) lines.push(strange, '');
  else if (impossible) lines.push(impossible, '');
  else if (answers.length === 0)
    lines.push(
      `No chain of the classes known leads from ${job.sources.every((s) => s.from !== undefined) ? 'there' : 'a microphone'} to this device${job.budget === null ? '' : ' within the budget'}.`,
      '',
    );
  answers.forEach((a, i) => {
    lines.push(`${String.fromCharCode(65 + i)}  ${chainText(a.setup)}`);
    lines.push(
      `   ${a.cost > 0 ? `${moneyText(a.cost, drawer?.currency)} to buy` : 'nothing to buy'}, closest: ${capital(a.weakest.gate)} ${a.weakest.status} (margin ${figure(a.weakest.margin ?? 0, 1)}), ${a.pieces} parts, ${figure(a.massG)} g, about ${rough(a.setUpS / 60)} min to set up${a.best.length > 0 ? `; ${a.best.join(', ')}` : ''}`,
    );
    for (const act of sessionActs(a.setup, catalogue)) lines.push(`   ${act}.`);
    if (a.lostBy) lines.push(`   ${a.lostBy}${a.toWin ? ` ${a.toWin}` : ''}`);
    if (a.or) lines.push(`   ${a.or}`);
    lines.push('');
  });
  if (conflict?.never) lines.push('No wish is to blame: voices, device and app do not go together.', '');
  if (conflict && conflict.wishes.length > 0) {
    const wishes = listText(conflict.wishes.map((w) => w.wish));
    lines.push(`${conflict.wishes.length > 1 ? 'These cannot hold together' : 'What rules it out'}: ${wishes}.`, '');
  }
  if (openers.length > 0) {
    lines.push('What would open a way:');
    for (const o of openers) {
      const cost = o.answer.cost > 0 ? `${moneyText(o.answer.cost, drawer?.currency)} to buy` : 'nothing to buy';
      lines.push(`-  ${o.label} (${o.answer.pieces} parts, ${cost})`);
    }
    lines.push('');
  }
  if (why && asked.whyNot) lines.push(...whyLines(why, askedName(asked.whyNot, catalogue)), '');
  process.stdout.write(`${lines.map(printable).join('\n')}`);
  return works ? PASSED : FAILED;
}

function whyLines({ best, works, behind, opens }: WhyNot, name: string): readonly string[] {
  if (works && best)
    return [`Why not ${name}? It works: ${chainText(best.setup)}.`, `   ${behind ?? 'It is the first answer.'}`];
  const said = best ? best.weakest.sentence : 'nothing goes through it to this device and app.';
  return [
    `Why not ${name}? ${said}`,
    `   ${opens ? `It would do: ${opens.label}.` : 'No single change of the job would let it in.'}`,
  ];
}
