import { powerSumDb } from '../../algorithms';
import type { Report } from '../../assess';
import { metresText, takeMessage } from '../../format';
import type { PartId } from '../../model';
import type { ChannelFigures, TakeFigures } from '../reading';
import { type Beside, db, loudest, NOTHING_DBFS, snrWithoutHum } from './beside';

/** How far a level and a ratio of voice to noise lie from what was computed for a microphone, as a rule; est. */
const LINE = { levelDb: 6, moreDb: 6, lessDb: 10 } as const;
/** A phone turns its own microphone up and down by itself. */
const OWN = { levelDb: 8, moreDb: 8, lessDb: 8 } as const;
/** One fits so much better than the other, in squares of those, that it is told; and so well that it fits at all; est. */
const BETTER = 4;
const FITS = 6;
/** So badly, that it was not this microphone as it was computed; est. */
const STRANGE = 16;
/** A voice stands so far out of the pauses; est. */
const VOICE_DB = 10;

type Spread = typeof LINE | typeof OWN;
interface Wanted {
  readonly peakDbfs: number;
  readonly snrDb: number | null;
}

/** Does somebody speak on it, however softly? Between pauses that are mute there is no noise to stand out of. */
export const hasVoice = (c: ChannelFigures): boolean =>
  c.peakDbfs > NOTHING_DBFS && (c.snrDbA === null ? c.mute > 0 && c.activeDbfsA !== null : c.snrDbA >= VOICE_DB);

/** How badly a channel fits what was computed, in squares of the spread. */
function misfit(c: ChannelFigures, wanted: Wanted, spread: Spread): number {
  const level = (c.peakDbfs - Math.min(0, wanted.peakDbfs)) / spread.levelDb;
  const snr = snrWithoutHum(c);
  const off = snr === null || wanted.snrDb === null ? 0 : snr - wanted.snrDb;
  return level ** 2 + (off / (off < 0 ? spread.lessDb : spread.moreDb)) ** 2;
}

/** From afar most of what it hears comes by the walls. */
function inItsRoom({ peakDbfs, snrDb, directDb }: NonNullable<Report['ownMicrophone']>): Wanted {
  const more = directDb === null ? 0 : powerSumDb(0, -directDb);
  return { peakDbfs: peakDbfs + more, snrDb: snrDb + more };
}

/**
 * Which microphone made a take: the one of the line, or the device's own, by level and by noise. Each is computed for its
 * distance, room and gain, and the better fit is told where it is much the better.
 * @returns null where both would sound alike, or where it cannot be told; `isOwn` where the device's own was meant or heard
 */
export function whichMicrophone(
  take: TakeFigures,
  report: Report,
  nameOf: (part: PartId) => string,
): { readonly beside: Beside; readonly isOwn: boolean } | null {
  const measured = take.perChannel.reduce((best, c) => (c.peakDbfs > best.peakDbfs ? c : best));
  const chosen = report.inputs.find((i) => i.chosen);
  const own = report.ownMicrophone;
  const line = report.channels
    .flatMap((c): readonly Wanted[] => {
      const peakDbfs = loudest(c)?.peakDbfs ?? -200;
      return peakDbfs < NOTHING_DBFS ? [] : [{ peakDbfs, snrDb: c.snrDbA }];
    })
    .reduce<Wanted | null>((best, c) => (!best || c.peakDbfs > best.peakDbfs ? c : best), null);
  const asLine = line ? misfit(measured, line, LINE) : Number.POSITIVE_INFINITY;
  const asOwn = own ? misfit(measured, inItsRoom(own), OWN) : Number.POSITIVE_INFINITY;
  const isSpoken = take.perChannel.some(hasVoice);
  const fitsOwn = isSpoken && asOwn <= FITS && asOwn + BETTER <= asLine;
  const fitsLine = isSpoken && asLine <= FITS && asLine + BETTER <= asOwn;
  // Without a pause to measure noise in, nobody can tell a voice from a noise.
  const isQuiet = measured.peakDbfs <= NOTHING_DBFS || (measured.snrDbA !== null && !isSpoken);
  const device = nameOf(report.device);
  const ownName = `the ${device}'s own mic`;
  const lineName =
    chosen && !chosen.builtIn ? nameOf(chosen.part) : report.intended ? nameOf(report.intended) : 'a line';
  const peaks = Number.isFinite(measured.peakDbfs) ? `peaks ${db(measured.peakDbfs, 'dBFS')}` : 'silence';
  const told = (
    expected: string,
    agrees: boolean | null,
    says: Beside['says'],
    isOwn: boolean,
    heard = fitsOwn ? ownName : fitsLine ? lineName : peaks,
  ) => ({ isOwn, beside: { expected, measured: heard, agrees, says, gates: ['seen'] as const, part: null } });
  const about = { device, distance: own ? metresText(own.distanceM) : null };
  if (chosen?.builtIn) {
    if (isQuiet) return told(ownName, false, takeMessage('compare.mic-silent', { device }), true, peaks);
    if (fitsLine) return told(ownName, false, takeMessage('compare.mic-line', { device, input: lineName }), false);
    if (asOwn > STRANGE) return told(ownName, false, takeMessage('compare.mic-strange', { device }), false);
    return told(
      ownName,
      fitsOwn ? true : null,
      takeMessage(fitsOwn ? 'compare.mic-own-as' : 'compare.mic-open', { device }),
      true,
    );
  }
  if (fitsOwn) return told(chosen ? lineName : 'nothing', false, takeMessage('compare.mic-own', about), true);
  if (!chosen) {
    if (!isSpoken && !isQuiet) return null;
    const says = isSpoken ? takeMessage('compare.mic-some', {}) : takeMessage('compare.mic-none-as', {});
    return told('nothing', !isSpoken, says, false, isSpoken ? 'a voice' : peaks);
  }
  return fitsLine ? told(lineName, true, takeMessage('compare.mic-as', { input: lineName }), false) : null;
}
