import { type Mains, PLAIN_MAINS } from './documents';

/** An ordinary talker at one metre, dB SPL; ANSI S3.5, rounded, from memory. */
export const ORDINARY_SPL = 62;

/** A lost take and the way back to the shop are worth so much, in the owner's money; est. */
export const USUAL_LOST_TAKE = 60;
/** To carry, plug and check one piece more; est, in the owner's money. */
export const USUAL_PER_PIECE = 2;

/** What is usual where a person works: how numbers are told, and what a new job begins with. Part of no document. */
export interface Usual {
  readonly decimal: '.' | ',';
  readonly length: 'm' | 'ft';
  /** Where a drawer names none. */
  readonly currency: string;
  readonly mains: Mains;
  /** Average level of a new voice at one metre, dB SPL. */
  readonly talkerSpl: number;
}

export const PLAIN_USUAL: Usual = {
  decimal: '.',
  length: 'm',
  currency: 'EUR',
  mains: PLAIN_MAINS,
  talkerSpl: ORDINARY_SPL,
};

/** Are two places fed alike? */
export const sameMains = (a: Mains, b: Mains): boolean => a.hz === b.hz && a.volt === b.volt;
