import { catalogue } from '@/catalogue';
import { spiceAnswer } from '@/core/answer';
import type { Setup } from '@/core/model';
import { BAD_INPUT, PASSED, printable } from './outcome';

/**
 * `symplex spice`: the deck of a setup, ready for `ngspice -b`, its microphones driven by their voices; with --json also
 * which node of it is which contact.
 */
export function spiceCommand(setup: Setup, json: boolean): number {
  const answer = spiceAnswer(setup, catalogue);
  if (!answer.ok) {
    process.stderr.write(`symplex: ${printable(answer.problem.message)} A value of that part cannot be right.\n`);
    return BAD_INPUT;
  }
  process.stdout.write(json ? `${JSON.stringify(answer.value, null, 2)}\n` : answer.value.deck);
  return PASSED;
}
