import { type TakeMessage, takeMessage } from '../../format';
import type { PartId } from '../../model';
import type { RoomFigures } from '../meters';
import { type Beside, db } from './beside';

/** What is computed goes by a room that dies away evenly, and by its volume as it was guessed; est. */
const ROOM_DB = 4;
/** What is measured goes no further than so. */
const [LEAST_DB, MOST_DB] = [-6, 20];

interface Computed {
  readonly directDb: number;
  /** Where the room is as loud as the voice. */
  readonly criticalM: number;
  readonly distanceM: number;
}

/** How far the voice stands over the room, beside what was computed for the distance that was told. */
export function roomBeside(
  measured: RoomFigures,
  { directDb, criticalM, distanceM }: Computed,
  channel: number | null,
  microphone: { readonly part: PartId; readonly name: string },
): Beside {
  const computed = Math.max(LEAST_DB, Math.min(MOST_DB, directDb));
  const [least, most] = measured.directRangeDb;
  const agrees = computed >= least - ROOM_DB && computed <= most + ROOM_DB;
  const over = (x: number) => `voice ${db(x)} over the room`;
  return {
    expected: over(directDb),
    measured: over(measured.directDb),
    agrees,
    says: said(agrees, computed > measured.directDb, {
      channel,
      mic: microphone.name,
      told: distanceM,
      distance: criticalM * 10 ** (-measured.directDb / 20),
    }),
    gates: ['clean'],
    part: microphone.part,
  };
}

function said(
  agrees: boolean,
  isFurther: boolean,
  values: { channel: number | null; mic: string; told: number; distance: number },
): TakeMessage {
  if (agrees) return takeMessage('compare.room-as', { channel: values.channel });
  return takeMessage(isFurther ? 'compare.room-far' : 'compare.room-near', values);
}
