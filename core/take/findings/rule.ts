import type { TakeMessage } from '../../format';
import type { GateName, Status } from '../../gates';
import type { Mark } from '../meters';
import type { ChannelFigures } from '../reading';
import type { Context } from './context';

/** What a rule finds in one channel: a number against a limit, where the limit comes from, and the words. */
export interface Found {
  readonly status: Status;
  readonly value: number | null;
  readonly limit: number | null;
  readonly unit: string;
  readonly source: string;
  readonly says: TakeMessage;
  readonly next?: TakeMessage | undefined;
  readonly marks?: readonly Mark[];
}

export interface Rule {
  /** The gates that computed this beforehand. */
  readonly gates: readonly GateName[];
  /** What one channel shows; null of what is told of the take as a whole. */
  readonly of: ((c: ChannelFigures, channel: string) => Found | null) | null;
  /** Where in a setup it most likely comes from; null where nothing has more to do with it than the rest. */
  readonly from: (context: Context) => TakeMessage | null;
}

/** Under a limit fails; so little above it is a caution. */
export const underOrNear = (x: number, limit: number, near: number): Status =>
  x < limit ? 'fail' : x < limit + near ? 'caution' : 'pass';
