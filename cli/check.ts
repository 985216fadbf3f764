import { catalogue } from '@/catalogue';
import { itemAt } from '@/core/algorithms';
import { checkAnswer, jsonOf, standingOf } from '@/core/answer';
import { type Assessment, assess } from '@/core/assess';
import { headline } from '@/core/cause';
import { figure, moneyText } from '@/core/format';
import { nameOf } from '@/core/gates';
import type { Standing } from '@/core/mend';
import { type Drawer, notKnownIn, type Setup } from '@/core/model';
import { careOf, sayAct, shortestOrder } from '@/core/standin';
import { BAD_INPUT, FAILED, PASSED, printable } from './outcome';

const MARKS = { pass: 'pass   ', caution: 'caution', fail: 'FAIL   ', 'not known': '?      ' } as const;

/** How `symplex check` answers: for a reader, shortly or with what is behind it; as one document, or one line of JSON a file. */
export type CheckForm = 'text' | 'why' | 'json' | 'json-lines';

/** `symplex check`: how it stands and the first fix, eight lines with their findings; or everything as JSON. */
export function checkCommand(setup: Setup, form: CheckForm, drawer: Drawer | null, file: string): number {
  const assessed = assess(setup, catalogue);
  if (!assessed.ok) {
    process.stderr.write(`symplex: ${printable(assessed.problem.message)} A value of that part cannot be right.\n`);
    return BAD_INPUT;
  }
  const assessment = assessed.value;
  const failed = assessment.verdicts.some((v) => v.status === 'fail');
  const standing = standingOf(setup, drawer, catalogue);
  if (form === 'text' || form === 'why')
    process.stdout.write(
      words(setup, assessment, standing, { why: form === 'why', currency: drawer?.currency })
        .map(printable)
        .join('\n'),
    );
  else {
    const text = jsonOf(
      { file, ...checkAnswer(setup, assessment, standing, catalogue) },
      form === 'json' ? 2 : undefined,
    );
    process.stdout.write(`${text}\n`);
  }
  return failed ? FAILED : PASSED;
}

function words(
  setup: Setup,
  { verdicts, readings, also }: Assessment,
  { causes, mends: found, cut }: Standing,
  { why, currency }: { readonly why: boolean; readonly currency: string | undefined },
) {
  const lines = [setup.name, headline(verdicts, causes).line];
  const [first] = found;
  if (first) {
    const left = first.leaves.length > 0 ? `leaves ${first.leaves.join(', ')}` : 'all gates pass';
    const cost = first.buys ? `to buy, about ${moneyText(first.cost, currency)}` : 'nothing to buy';
    const figures = first.account ? `${first.account}; ` : '';
    lines.push(`Fix: ${first.label}. (${figures}${left}; ${cost})`);
  }
  if (cut) lines.push('Not every way was tried: very many parts lie about. Take out what does not belong to it.');
  lines.push('');
  const said = new Set<string>();
  const once = (text: string) => {
    if (!said.has(text)) lines.push(`         ${text}`);
    said.add(text);
  };
  for (const v of verdicts) {
    const room = v.margin === null ? '     ' : figure(v.margin, 2).padStart(5);
    lines.push(`${v.gate.padEnd(8)} ${MARKS[v.status]} margin ${room}  ${v.brief}`);
    for (const c of causes.filter((k) => k.faults.some((f) => f.gate === v.gate))) {
      const fault = itemAt(c.faults, 0);
      once(fault.gate === v.gate ? c.sentence : `Follows from ${fault.gate}: ${c.sentence}`);
    }
    // Two voices through one faulty joint make one sentence.
    for (const f of v.findings.filter((x) => x.status !== 'pass')) {
      once(f.sentence);
      if (why && f.detail) once(`  ${f.detail}`);
    }
  }
  if (found.length > 1) lines.push('', ...found.slice(1).map((m) => `Or: ${m.label}.`));
  lines.push('');
  for (const { taken, compiled, app } of [readings, ...also]) {
    const strange = notKnownIn({ ...compiled.setup.job, also: [] }, compiled.catalogue);
    const from = strange ? 'not known' : taken ? `${taken.spec.label} (${nameOf(compiled, taken.part)})` : 'nothing';
    const which = also.length > 0 ? `On ${nameOf(compiled, compiled.device.part.id)} the ${app.name}` : 'The app';
    lines.push(`${which} records from: ${from}.`);
  }
  lines.push(...plugging(setup, verdicts));
  lines.push('');
  return lines;
}

/** The order of plugging: none while anything can be harmed, "not yet" while something else fails. */
function plugging(setup: Setup, verdicts: Assessment['verdicts']): readonly string[] {
  const harmful = verdicts.some((v) => v.gate === 'safe' && v.status === 'fail');
  if (harmful) return ['', 'No order of plugging is given while something can be harmed.'];
  const order = shortestOrder(setup, catalogue);
  if (!order) return [];
  const failing = verdicts.filter((v) => v.status === 'fail').map((v) => v.gate);
  const head =
    failing.length > 0 ? `Not yet: ${failing.join(', ')} fail. When they pass, in this order:` : 'In this order:';
  const { before, after } = careOf(setup, catalogue);
  const steps = [...before, ...order.acts.map((a) => sayAct(setup, catalogue, a)), ...after];
  return ['', head, ...steps.map((step, i) => `${i + 1}. ${step}`)];
}
