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
