import { catalogue } from '@/catalogue';
import { assess, report } from '@/core/assess';
import { nameOf } from '@/core/gates';
import type { Setup } from '@/core/model';
import { probeJoint } from '@/core/readings';
import { sayAct, shortestOrder } from '@/core/standin';
import { BAD_INPUT, FAILED, PASSED, printable } from './outcome';

const MARKS = { pass: 'pass   ', caution: 'caution', fail: 'FAIL   ', 'not known': '?      ' } as const;

/** `symplex check`: eight lines, worst findings first in each; or everything as JSON. */
export function checkCommand(setup: Setup, json: boolean): number {
  const assessed = assess(setup, catalogue);
  if (!assessed.ok) {
    process.stderr.write(`symplex: ${printable(assessed.problem.message)} A value of that part cannot be right.\n`);
    return BAD_INPUT;
  }
  const { verdicts, readings, also } = assessed.value;
  const failed = verdicts.some((v) => v.status === 'fail');
  const order = shortestOrder(setup, catalogue);
  if (json) {
    // What each joint's contacts offer when it is pulled apart takes a solution a joint: told here, not judged.
    const probes = Object.fromEntries(
      setup.joints.map(({ id }) => {
        const found = probeJoint(setup, catalogue, id);
        return [id, found.ok ? found.value : []];
      }),
    );
    process.stdout.write(
      `${JSON.stringify({ ...report(assessed.value), probes, order: order?.acts ?? null }, null, 2)}\n`,
    );
    return failed ? FAILED : PASSED;
  }
  const lines = [printable(setup.name), ''];
  for (const v of verdicts) {
    const room = v.room === null ? '     ' : v.room.toFixed(2).padStart(5);
    lines.push(`${v.gate.padEnd(8)} ${MARKS[v.status]} room ${room}  ${v.brief}`);
    const sentences = v.findings.filter((f) => f.status !== 'pass').map((f) => f.sentence);
    // Two voices through one faulty joint make one sentence.
    for (const sentence of new Set(sentences)) lines.push(`         ${sentence}`);
  }
  lines.push('');
  for (const { taken, compiled, app } of [readings, ...also]) {
    const from = taken ? `${taken.spec.label} (${nameOf(compiled, taken.part)})` : 'nothing';
    const which = also.length > 0 ? `On ${nameOf(compiled, compiled.device.part.id)} the ${app.name}` : 'The app';
    lines.push(`${which} records from: ${from}.`);
  }
  if (order) lines.push('', 'In this order:', ...order.acts.map((a, i) => `${i + 1}. ${sayAct(setup, catalogue, a)}`));
  lines.push('');
  process.stdout.write(lines.map(printable).join('\n'));
  return failed ? FAILED : PASSED;
}
