import type { Role } from '@/core/model';

/** Conductors are told apart by a letter first. */
const LETTERS: Readonly<Record<Role, string>> = {
  left: 'L',
  right: 'R',
  mono: 'S',
  mic: 'M',
  ground: 'G',
  hot: '+',
  cold: '\u2212',
  screen: 'G',
  bias: 'B',
  data: 'D',
  power: 'V',
  none: '\u00b7',
};

export const letterOfRole = (role: Role | undefined): string => LETTERS[role ?? 'none'];

const WORDS: Readonly<Record<Role, string>> = {
  left: 'left',
  right: 'right',
  mono: 'signal',
  mic: 'microphone',
  ground: 'ground',
  hot: 'hot',
  cold: 'cold',
  screen: 'screen',
  bias: 'bias',
  data: 'data',
  power: 'power',
  none: 'nothing',
};

export const wordOfRole = (role: Role | undefined): string => WORDS[role ?? 'none'];
