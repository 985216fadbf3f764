import { itemAt, pairOf } from '../../algorithms';
import type { Report } from '../../assess';
import { hertzText, type Said, sayTake, type TakeMessage, takeMessage } from '../../format';
import type { GateName } from '../../gates';
import type { JointId, PartId } from '../../model';
import type { Sides } from '../meters';
import type { ChannelFigures, TakeFigures } from '../reading';
import { type Beside, type Channel, db, loudest, NOTHING_DBFS, snrWithoutHum } from './beside';
import { roomBeside } from './compare-room';
import { LIMITS } from './limits';
import { hasVoice, whichMicrophone } from './which-microphone';

/** One thing that was computed beforehand and is now measured. */
export interface Compared extends Said {
  readonly what: 'mic' | 'level' | 'clipping' | 'noise' | 'hum' | 'sides' | 'band' | 'room';
  /** Channel of the take, from 0; null for all of it. */
  readonly channel: number | null;
  readonly expected: string;
  readonly measured: string;
  /** Null where one of them cannot be told. */
  readonly agrees: boolean | null;
  /** Gates to look at again; none where it agrees. */
  readonly gates: readonly GateName[];
  /** Joint and part that a difference points to. */
  readonly joint: JointId | null;
  readonly part: PartId | null;
}

/** A talker is rarely nearer to what was assumed; est. */
const LEVEL_DB = 8;
/** Further off, it is hardly the microphone that was meant. */
const OTHER_MICROPHONE_DB = 20;
/** So much less voice over noise, too; est. */
const OTHER_NOISE_DB = 10;
const NOISE_DB = 6;
/** Hum was computed to an order of magnitude; more than this under the voice nobody hears it. */
const HUM_DB = 14;
const UNHEARD_HUM_DB = 50;
const NARROW_HZ = 8500;

/** A recorded channel beside the computed one. */
interface Pair {
  readonly computed: Channel;
  readonly measured: ChannelFigures;
  readonly arrival: NonNullable<ReturnType<typeof loudest>>;
  readonly report: Report;
  /** Of the take. */
  readonly seconds: number;
  /** Its number where there are several, from 1. */
  readonly channel: number | null;
  nameOf(part: PartId): string;
}

/**
 * What a take holds beside what was computed for its setup. Channels are taken in the order in which the app records them.
 * @param nameOf name of a part by its id
 */
export function compareTake(take: TakeFigures, report: Report, nameOf: (part: PartId) => string): readonly Compared[] {
  const lastJoint = report.lines[0]?.joints.at(-1) ?? null;
  const told = (what: Compared['what'], channel: number | null, { says, gates, part, ...beside }: Beside): Compared => {
    const differs = beside.agrees === false;
    return {
      what,
      channel,
      ...beside,
      ...sayTake(says),
      // Where the wrong mic was computed beforehand, it is still to be mended.
      gates: differs || what === 'mic' ? gates : [],
      joint: differs ? lastJoint : null,
      part: differs ? part : null,
    };
  };
  const alike = take.sides?.sides === 'dual mono';
  const channels = report.channels.filter((_, i) => i < take.channels || (alike && i === 0));
  const mic = whichMicrophone(take, report, nameOf);
  const out = mic ? [told('mic', null, mic.beside)] : [];
  // What another microphone recorded is not held against the line.
  if (mic?.isOwn) return out;
  const each = channels.flatMap((computed, i): readonly Compared[] => {
    const arrival = loudest(computed);
    const channel = channels.length > 1 ? i + 1 : null;
    const heard = {
      computed,
      seconds: take.seconds,
      measured: itemAt(take.perChannel, i),
      report,
      channel,
      nameOf,
    };
    if (!arrival || arrival.peakDbfs! < NOTHING_DBFS) return [told('level', i, silence(heard))];
    const pair = { ...heard, arrival };
    const noise = noiseOf(pair);
    const room = roomOf(pair);
    return [
      told('level', i, levelOf(pair)),
      told('clipping', i, clippingOf(pair)),
      ...(noise ? [told('noise', i, noise)] : []),
      told('hum', i, humOf(pair)),
      told('band', i, bandOf(pair)),
      ...(room ? [told('room', i, room)] : []),
    ];
  });
  const bySide = sidesOf(take, report, nameOf);
  const sides = bySide?.agrees === false ? bySide : (countOf(take, report) ?? bySide);
  return [...out, ...each, ...(sides ? [told('sides', null, sides)] : [])];
}

const peaksText = (dbfs: number): string => (Number.isFinite(dbfs) ? `peaks ${db(dbfs, 'dBFS')}` : 'silence');

/** Where hardly anything was to arrive. */
function silence({ measured, computed, channel }: Omit<Pair, 'arrival'>): Beside {
  const agrees = measured.peakDbfs < NOTHING_DBFS + OTHER_MICROPHONE_DB && !hasVoice(measured);
  return {
    expected: 'hardly anything',
    measured: peaksText(measured.peakDbfs),
    agrees,
    says: takeMessage(agrees ? 'compare.quiet-as' : 'compare.quiet-not', { channel }),
    gates: ['seen', 'wired'],
    part: computed.part,
  };
}

function levelOf({ measured, computed, arrival, channel, nameOf }: Pair): Beside {
  const difference = measured.peakDbfs - arrival.peakDbfs!;
  const far = Math.abs(difference) > OTHER_MICROPHONE_DB;
  const clips = Math.min(0, arrival.peakDbfs!);
  const agrees = Math.abs(measured.peakDbfs - clips) <= LEVEL_DB;
  const about = { channel, input: nameOf(computed.part) };
  return {
    expected: peaksText(clips),
    measured: peaksText(measured.peakDbfs),
    agrees,
    says: agrees
      ? takeMessage('compare.level-as', { channel })
      : !Number.isFinite(measured.peakDbfs) || (far && difference < 0)
        ? takeMessage('compare.level-far', about)
        : takeMessage(difference > 0 ? 'compare.level-above' : 'compare.level-under', {
            ...about,
            db: Math.abs(difference),
          }),
    gates: far ? ['seen', 'wired', 'level'] : ['level'],
    part: computed.part,
  };
}

/** Null where nothing is told of the room, or the take does not tell it. */
function roomOf({ measured, arrival, report, channel, nameOf }: Pair): Beside | null {
  const line = report.lines.find((l) => l.source === arrival.source);
  if (!measured.room || !line?.room) return null;
  const computed = { ...line.room, distanceM: line.distanceM };
  return roomBeside(measured.room, computed, channel, { part: line.microphone, name: nameOf(line.microphone) });
}

const isClipped = (c: ChannelFigures): boolean => c.clips.count > 0 || c.ceiling !== null;

function clippingOf({ measured, computed, arrival, report, channel, nameOf }: Pair): Beside {
  // Only stages that this channel hears clip in it; the converter clips at full scale.
  const overloaded = report.stages.find(
    (s) =>
      s.headroomDb !== null &&
      s.headroomDb < -1 &&
      computed.stages.some((f) => f.part === s.part && f.stage === s.stage),
  );
  const expected = overloaded !== undefined || arrival.peakDbfs! > 1;
  const clips = isClipped(measured);
  return {
    expected: expected ? `clips${overloaded ? ` at ${nameOf(overloaded.part)}` : ''}` : 'no clipping',
    measured: measured.ceiling
      ? `cut off at ${db(measured.ceiling.dbfs, 'dBFS')}`
      : clips
        ? `${measured.clips.count} clips`
        : 'no clipping',
    agrees: expected === clips,
    says: takeMessage(expected === clips ? 'compare.clipping-as' : clips ? 'compare.clips' : 'compare.clips-not', {
      channel,
    }),
    gates: ['level'],
    part: overloaded?.part ?? computed.part,
  };
}

/** Null where none was computed. */
function noiseOf({ measured, computed, channel, nameOf }: Pair): Beside | null {
  if (computed.snrDbA === null) return null;
  const worst = computed.largestNoises[0];
  const clipped = isClipped(measured);
  // What is clipped holds more of everything soft than what was put in.
  const snr = snrWithoutHum(measured);
  const less = snr === null || clipped ? null : snr - computed.snrDbA;
  // What fails by noise is noisier still where the room has its say: only the worse counts beyond a wide margin.
  const agrees = less === null ? null : less >= -NOISE_DB && less <= 2 * NOISE_DB;
  const says =
    less === null
      ? takeMessage(clipped ? 'compare.noise-clipped' : 'compare.noise-no-gap', {})
      : agrees
        ? takeMessage('compare.noise-as', { channel })
        : less > 0
          ? takeMessage('compare.noise-less', { channel, db: less })
          : takeMessage('compare.noise-more', {
              channel,
              db: -less,
              part: worst ? nameOf(worst.part) : null,
              what: worst?.what ?? null,
            });
  const over = (x: number) => `voice ${db(x, 'dB(A)')} over noise`;
  return {
    expected: over(computed.snrDbA),
    measured: snr === null ? 'no gap to measure in' : over(snr),
    agrees,
    says,
    // So much more noise is a room heard from afar as likely as a noisy part: another microphone.
    gates: less !== null && less < -OTHER_NOISE_DB ? ['seen', 'clean'] : ['clean'],
    part: worst?.part ?? computed.part,
  };
}

function humOf({ measured, computed, seconds, channel, nameOf }: Pair): Beside {
  const isShort = seconds < LIMITS.shortS;
  const over = measured.hum && measured.activeDbfsA !== null ? measured.activeDbfsA - measured.hum.dbfsA : null;
  const expected = computed.overHumDbA;
  const agrees = isShort
    ? null
    : over === null || over > UNHEARD_HUM_DB
      ? expected === null || expected > UNHEARD_HUM_DB - HUM_DB
      : expected !== null && over >= expected - HUM_DB && over <= expected + 2 * HUM_DB;
  const from = computed.hum[0];
  const more = over !== null && (expected === null || over < expected);
  const text = (x: number | null) => (x === null ? 'no hum' : `voice ${db(x, 'dB(A)')} over hum`);
  return {
    expected: text(expected),
    measured: isShort ? 'too short to tell' : text(over),
    agrees,
    says: isShort
      ? takeMessage('compare.hum-short', { least: LIMITS.shortS })
      : agrees
        ? takeMessage('compare.hum-as', { channel })
        : more
          ? takeMessage('compare.hum-more', { channel })
          : takeMessage('compare.hum-less', { channel, part: from ? nameOf(from.part) : null }),
    gates: ['clean'],
    part: from?.part ?? null,
  };
}

function bandOf({ measured: { band }, computed, arrival, channel, nameOf }: Pair): Beside {
  const high = arrival.curve?.highHz ?? 20_000;
  const agrees = !(band?.edge && band.upToHz < NARROW_HZ) || high < 1.3 * band.upToHz;
  const upTo = (hz: number) => `up to ${hertzText(hz)}`;
  return {
    expected: upTo(high),
    measured: band ? upTo(band.upToHz) : 'not known',
    agrees: band ? agrees : null,
    says: agrees
      ? takeMessage('compare.band-as', { channel })
      : takeMessage('compare.band-narrow', { channel, edge: band!.upToHz, input: nameOf(computed.part) }),
    gates: ['seen', 'clean'],
    part: computed.part,
  };
}

/** Null where there are not two of each. */
function sidesOf(take: TakeFigures, report: Report, nameOf: (part: PartId) => string): Beside | null {
  const expected = expectedSides(report);
  if (!take.sides || !expected) return null;
  const measured = take.sides.sides;
  const agrees = measured === expected;
  return {
    expected,
    measured,
    agrees,
    says: agrees
      ? takeMessage('compare.sides-as', {})
      : /only/.test(measured)
        ? takeMessage('compare.sides-dead', { device: nameOf(report.device) })
        : takeMessage('compare.sides-other', { measured, expected }),
    gates: ['wired', 'heard'],
    part: null,
  };
}

/** Where the take has not as many channels as the app was to record: what is lost by it, or comes besides. */
function countOf(take: TakeFigures, report: Report): Beside | null {
  const [wanted, there] = [report.channels.length, take.channels];
  if (wanted === 0 || wanted === there) return null;
  const says = (): { readonly agrees: boolean; readonly says: TakeMessage } => {
    if (there < wanted) {
      // One signal on all of them is whole on one.
      const isWhole = there === 1 && expectedSides(report) === 'dual mono';
      const about = { n: wanted, kept: there };
      return { agrees: isWhole, says: takeMessage(isWhole ? 'compare.fewer-whole' : 'compare.fewer', about) };
    }
    if (wanted === 1 && take.sides) {
      const dead = { 'left only': 'right', 'right only': 'left' }[take.sides.sides as string];
      if (take.sides.sides === 'dual mono') return { agrees: true, says: takeMessage('compare.both', {}) };
      if (dead) return { agrees: false, says: takeMessage('compare.one-of-two', { dead }) };
    }
    const more = take.perChannel.filter((c, i) => i >= wanted && c.peakDbfs >= NOTHING_DBFS).length;
    return {
      agrees: more === 0,
      says: more === 0 ? takeMessage('compare.spare', { n: wanted }) : takeMessage('compare.more', { n: wanted, more }),
    };
  };
  return { expected: countText(wanted), measured: countText(there), ...says(), gates: ['wired', 'heard'], part: null };
}

const countText = (n: number): string => (n === 1 ? 'one channel' : `${n} channels`);

/** Under the other by so much a side counts as dead, decibels. */
const DEAD_DB = 25;

/** How two recorded channels would compare by what arrives at each; null where there are not two. */
export function expectedSides({ channels }: Report): Sides | null {
  if (channels.length !== 2) return null;
  const [left, right] = channels.map(loudest);
  const peak = (a: typeof left) => a?.peakDbfs ?? -200;
  if (peak(left) < -90 && peak(right) < -90) return 'silent';
  if (peak(left) - peak(right) > DEAD_DB) return 'left only';
  if (peak(right) - peak(left) > DEAD_DB) return 'right only';
  if (!left || !right || left.source !== right.source) return 'stereo';
  const sources = new Set(
    channels.flatMap((c) => c.arrivals.filter((a) => !a.leaks && a.peakDbfs !== null).map((a) => a.source)),
  );
  const turned = Math.abs(((left.degreesAt1k - right.degreesAt1k + 540) % 360) - 180) > 90;
  if (turned) return 'opposite polarity';
  // Several voices, each as loud on both sides, are one signal too.
  const balanced = [...sources].every((s) => {
    const [l, r] = pairOf(channels.map((c) => c.arrivals.find((a) => a.source === s)?.peakDbfs ?? -200));
    return Math.abs(l - r - (left.peakDbfs! - right.peakDbfs!)) < 3;
  });
  return balanced ? 'dual mono' : 'stereo';
}
