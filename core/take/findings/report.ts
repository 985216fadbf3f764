import type { Said } from '../../format';
import type { GateName, Status } from '../../gates';
import type { Mark } from '../meters';
import type { TakeFigures } from '../reading';
import type { Kind } from './rules';

/** One thing that a take shows: a number against a limit, where the limit comes from, where in the take, what to do. */
export interface TakeFinding extends Said {
  readonly what: Kind;
  readonly status: Status;
  readonly value: number | null;
  readonly limit: number | null;
  readonly unit: string;
  /** Where the limit comes from. */
  readonly source: string;
  readonly next: string;
  readonly marks: readonly Mark[];
  /** From 0; null for the take as a whole. */
  readonly channel: number | null;
  /** The gates that computed this beforehand. */
  readonly gates: readonly GateName[];
}

/** What a take holds: what was measured, and what there is to say of it, worst first. Plain data. */
export interface TakeReport extends TakeFigures {
  readonly findings: readonly TakeFinding[];
}
