import { takeMessage } from '../../format';
import type { ChannelFigures } from '../reading';
import { LIMITS } from './limits';
import type { Rule } from './rule';

/** A wall's answer that is so far under all the room returns is a part of it, and no loudspeaker's. */
const isReflection = (depthDb: number, room: ChannelFigures['room']): boolean =>
  room !== null && room.decayS >= LIMITS.leastRoomS && depthDb < -room.directDb - LIMITS.underRoomDb;

/** The sound once more, from a loudspeaker or a mixer. */
export const ECHO = {
  gates: ['heard'],
  of: ({ echo, room }, channel) =>
    !echo || isReflection(echo.depthDb, room)
      ? null
      : {
          status: echo.delayS > LIMITS.echoS && echo.depthDb > LIMITS.echoDb ? 'fail' : 'caution',
          value: 1000 * echo.delayS,
          limit: 1000 * LIMITS.echoS,
          unit: 'ms',
          source: 'ITU-T G.131; from memory',
          says: takeMessage('echo.found', { channel, late: 1000 * echo.delayS, under: -echo.depthDb }),
          next: takeMessage('echo.step', {}),
        },
  from: ({ report, app }) => (report.monitors ? takeMessage('echo.from', { app }) : null),
} as const satisfies Rule;

/** What walls return. */
export const ROOM = {
  gates: ['clean'],
  of: ({ room }, channel) => {
    if (!room || room.directDb >= LIMITS.closeDb || room.decayRangeS[0] < LIMITS.leastRoomS) return null;
    const { directDb, decayS, decayRangeS } = room;
    const isFar = directDb < LIMITS.roomDb + LIMITS.roomDoubtDb && decayRangeS[0] >= LIMITS.roomS;
    const [least, most] = decayRangeS;
    return {
      status: isFar ? 'caution' : 'pass',
      value: directDb,
      limit: LIMITS.roomDb,
      unit: 'dB',
      source: 'the Clean gate: the voice as it comes straight, over the room',
      says: takeMessage(isFar ? 'room.far' : 'room.heard', { channel, under: directDb, rings: decayS, least, most }),
      next: isFar ? takeMessage('room.step', {}) : undefined,
    };
  },
  from: () => null,
} as const satisfies Rule;
