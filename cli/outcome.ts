import { itemAt } from '../core/algorithms';
/** Exit statuses of the command. */
export const PASSED = 0;
export const FAILED = 1;
export const BAD_INPUT = 2;
/** A fault of the program itself: neither a gate that fails nor a bad file. */
export const CRASHED = 3;

/** Text from files may hold control characters that a terminal would obey. */
export const printable = (text: string): string => text.replace(/\p{Cc}/gu, '\uFFFD');

/** Say in one line that the program is at fault, and with what. @returns the exit status. */
export function crashed(e: unknown): number {
  const said = itemAt((e instanceof Error ? e.message : String(e)).split('\n'), 0);
  process.stderr.write(`symplex: this is a fault of the program, not of the file: ${printable(said)}\n`);
  return CRASHED;
}

/** Say in one line what is wrong with a file. @returns the exit status. */
export function refuse(file: string, problem: string): number {
  process.stderr.write(`symplex: ${printable(file)}: ${printable(problem)}\n`);
  return BAD_INPUT;
}
