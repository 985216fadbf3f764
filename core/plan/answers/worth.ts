import { type Job, USUAL_LOST_TAKE, USUAL_PER_PIECE } from '../../model';
import type { Score } from '../tuning';

/** To buy what does the work of something that one owns and would leave lying; est. */
const LEFT_LYING = 25;
/** A margin of 0 is as likely to fail as not; one of 1 hardly ever; est: how steep it is between. */
const STEEP = 5;

/** What worth is reckoned from. */
export interface Reckoned {
  readonly score: Score;
  readonly cost: number;
  /** The chance that every piece works. */
  readonly reliable: number;
  readonly pieces: number;
  /** Pieces to buy of a kind of which an owned one is left lying. */
  readonly leftLying: number;
}

/** What the owner reckons with, in their money; what is not said is the usual. */
export type OwnMoney = Pick<Job, 'lostTake' | 'perPiece'>;

/** What a chain costs all told, in the owner's money. */
export interface Worth {
  readonly money: number;
  /** A lost take, times the chance that a limit is overrun on the day. */
  readonly limits: number;
  /** The same, times the chance that a piece does not do what it should. */
  readonly pieces: number;
  readonly carrying: number;
  readonly lying: number;
}

/** The chance that all limits hold on the day: levels, rooms and people differ from what was reckoned with. */
const holds = (margin: number): number => 1 / (1 + Math.exp(-STEEP * margin));

/**
 * What a chain is worth: its price, what a lost take would cost times the chance that it is lost, what it is to carry and
 * set up, and what it would leave lying.
 * @returns each in the owner's money; the least sum is the best chain
 */
export const worthOf = (
  { score, cost, reliable, pieces, leftLying }: Reckoned,
  { lostTake = USUAL_LOST_TAKE, perPiece = USUAL_PER_PIECE }: OwnMoney = {},
): Worth => ({
  money: cost,
  limits: lostTake * (1 - holds(score.margin)),
  pieces: lostTake * (1 - reliable),
  carrying: perPiece * pieces,
  lying: LEFT_LYING * leftLying,
});

export const totalOf = ({ money, limits, pieces, carrying, lying }: Worth): number =>
  money + limits + pieces + carrying + lying;
