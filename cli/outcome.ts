/** Exit statuses of the command. */
export const PASSED = 0;
export const FAILED = 1;
export const BAD_INPUT = 2;

/** Text from files may hold control characters that a terminal would obey. */
export const printable = (text: string): string => text.replace(/\p{Cc}/gu, '\uFFFD');
