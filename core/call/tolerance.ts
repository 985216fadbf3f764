import { itemAt } from '../algorithms';

/**
 * Loss that an echo needs to be acceptable, by the delay one way (ITU-T G.131, talker echo tolerance, read off the curve
 * from memory, to 3 dB); 6 dB less is the limit.
 */
const NEEDS: readonly (readonly [ms: number, db: number])[] = [
  [10, 24],
  [25, 34],
  [50, 41],
  [100, 47],
  [200, 53],
  [300, 55],
];
const LIMIT_UNDER_DB = 6;

/**
 * What is lost of an echo that nobody minds, and the least that people can talk with.
 * @param oneWayMs half of the time until it is back, milliseconds
 * @returns decibels between what is said and what comes back of it
 * @example echoLoss(100).acceptableDb; // 47
 */
export function echoLoss(oneWayMs: number): { readonly acceptableDb: number; readonly leastDb: number } {
  const acceptableDb = readOff(oneWayMs);
  return { acceptableDb, leastDb: acceptableDb - LIMIT_UNDER_DB };
}

function readOff(ms: number): number {
  const after = NEEDS.findIndex(([at]) => ms <= at);
  if (after === 0) return itemAt(NEEDS, 0)[1];
  if (after < 0) return itemAt(NEEDS, NEEDS.length - 1)[1];
  const [[ms0, db0], [ms1, db1]] = [itemAt(NEEDS, after - 1), itemAt(NEEDS, after)];
  return db0 + ((db1 - db0) * Math.log(ms / ms0)) / Math.log(ms1 / ms0);
}
