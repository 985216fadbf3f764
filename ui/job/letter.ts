/** Answers are called A, B, C. */
export const letterOf = (i: number): string => String.fromCharCode(65 + i);
