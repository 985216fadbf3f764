import { catalogue } from '@/catalogue';
import { diagnoseAnswer, diagnosisOf, jsonOf, toldIn } from '@/core/answer';
import { type Diagnosis, NOTICES, type NoticeId, saidWords } from '@/core/diagnose';
import type { Drawer, Setup } from '@/core/model';
import { BAD_INPUT, FAILED, PASSED, printable } from './outcome';

interface Asked {
  readonly json: boolean;
  /** What is noticed, in a person's words. */
  readonly noticed: readonly string[];
  /** What was answered so far, in order: PROBE=ANSWER. */
  readonly answers: readonly string[];
}

/** `symplex diagnose`: what it may be, with how likely that is, and the next thing to look at or try. */
export function diagnoseCommand(setup: Setup, drawer: Drawer | null, { json, noticed, answers }: Asked): number {
  const { ids, events } = toldIn(noticed, answers);
  if (ids.length === 0) {
    const known = NOTICES.map((n) => n.words).join('; ');
    process.stderr.write(
      noticed.length === 0
        ? `symplex: diagnose takes --noticed "what you see and hear", for example: ${known}.\n`
        : `symplex: nothing in "${printable(noticed.join(' '))}" is understood. Say it as one of these: ${known}.\n`,
    );
    return BAD_INPUT;
  }
  const found = diagnosisOf(setup, drawer, events, catalogue);
  if (json) process.stdout.write(`${jsonOf(diagnoseAnswer(setup, ids, found), 2)}\n`);
  else process.stdout.write(`${words(setup, ids, found).map(printable).join('\n')}\n`);
  return found.danger === null ? PASSED : FAILED;
}

const percent = (chance: number): string => `${String(Math.round(100 * chance)).padStart(3)} %`;

function words(
  setup: Setup,
  ids: readonly NoticeId[],
  { danger, causes, next, end, now }: Diagnosis,
): readonly string[] {
  const lines = [setup.name, `You notice: ${saidWords(ids).join(' + ')}.`];
  if (danger !== null)
    return [
      ...lines,
      `First: ${danger}`,
      'Nothing is looked for while something can be harmed: put that right, then ask again.',
    ];
  lines.push('', 'What it may be:', ...causes.map((c) => `${percent(c.chance)}  ${c.text}`), '');
  if (end) lines.push(END[end.how], `  ${end.cause}.`, `  ${end.act}.`);
  if (next) {
    lines.push(`Next: ${next.question}`, `      ${next.why}`, ...next.care.map((c) => `      ${c}`));
    lines.push(`      --answer "${next.id}=${next.answers.map((a) => a.value).join('|')}"`);
  }
  if (now) {
    const chance =
      now.chance === null ? '' : `, works ${Math.max(1, Math.min(9, Math.round(10 * now.chance)))} times in 10`;
    lines.push(
      '',
      `If it starts in two minutes: ${now.act} (${now.seconds} s${chance}).`,
      ...now.care.map((c) => `      ${c}`),
    );
  }
  return lines;
}

const END = {
  mended: 'That was it:',
  likely: 'Most likely, and to be put right so:',
  'nothing more': 'Nothing that could still be asked tells more. Likeliest:',
} as const;
