/** Lines are told apart by a letter and by their dashes. */
export const DASHES: readonly string[] = ['', '7 4', '2 4', '10 3 2 3', '4 2', '1 3', '12 4'];
export const letterOf = (i: number): string => String.fromCharCode(65 + (i % 26));
