import type { Assessment } from '../assess';
import type { Fault } from '../change';
import { CLEAN_SNR_DB, type Finding, LEAST_OVER_HUM_DB, LOW_PEAK_DBFS, QUIET_PEAK_DBFS } from '../gates';
import type { Setup } from '../model';
import { type ChannelReading, ownTakeOf, type Readings } from '../readings';
import { THIRD_OCTAVES_HZ, voltOf } from '../signal';

/** What a person can notice of a setup, by kind, with its values; that of one voice has the voice's id behind it. */
export const SIGN_VALUES = {
  /** Is the mic that is meant on the device's list, or was it noticed there? */
  listed: ['yes', 'no'],
  /** What the app records from. */
  recorded: ['meant', 'built-in', 'nothing'],
  level: ['none', 'quiet', 'right', 'loud'],
  distorted: ['no', 'yes'],
  hiss: ['no', 'yes'],
  hum: ['no', 'yes'],
  /** The whine and rustle of a supply. */
  whine: ['no', 'yes'],
  /** Which sides a voice is on; hollow where they cancel. */
  sides: ['both', 'left', 'right', 'hollow'],
  tone: ['full', 'thin', 'dull'],
  crackle: ['no', 'yes'],
  ears: ['both', 'one', 'none'],
  self: ['yes', 'no'],
  late: ['no', 'yes'],
  caller: ['yes', 'no'],
  echo: ['no', 'yes'],
  howl: ['no', 'yes'],
  /** A notice that something takes too much power, or a part that will not start. */
  power: ['fine', 'short'],
  lasts: ['yes', 'no'],
  keys: ['work', 'dead'],
  seats: ['yes', 'no'],
  answer: ['mic', 'headphones'],
} as const satisfies Readonly<Record<string, readonly string[]>>;
export type SignKind = keyof typeof SIGN_VALUES;

/** How likely each value is to be seen. */
export type Chances = Readonly<Record<string, number>>;
/** By sign: its kind, or kind and voice, as 'level v1'. */
export type Signs = ReadonlyMap<string, Chances>;

export const kindOf = (sign: string): SignKind => sign.split(' ')[0] as SignKind;

/**
 * Half-widths over which a figure of a class, a talker and an ear decide one way or the other, dB; est. A level is not one
 * number: capsules differ by 2 to 3 dB, talkers by 6, and what is called quiet by as much again.
 */
const SPREAD_DB = { level: 4, clip: 3, noise: 4, hum: 6, tone: 3, side: 4, ear: 5 } as const;
/** A peak so near full scale reads as too loud. */
const LOUD_PEAK_DBFS = -1;
/** So much less on one side is one-sided; so much less at an edge of the band is thin or dull; est. */
const ONE_SIDED_DB = 14;
const LOST_EDGE_DB = 10;
const THIN_HZ = 160;
const DULL_HZ = 6300;
const HEARD_SPL = 50;
/** What a device's own microphone makes of a voice at its distance: mostly a fair level. */
const OWN_MICROPHONE: Chances = { none: 0.01, quiet: 0.34, right: 0.64, loud: 0.01 };
/** Hum with no voice to hold it against is held against a voice at this level, volts of full scale. */
const USUAL_VOICE = 10 ** (-26 / 20);

/** How likely a figure that is `over` its limit is taken for it: one half at the limit, logistic around it. */
const chanceOver = (over: number, spread: number): number => 1 / (1 + Math.exp((-1.7 * over) / spread));
const yesNo = (yes: number): Chances => ({ yes, no: 1 - yes });
const isSo = (value: boolean): number => (value ? 1 : 0);

/** Contacts that come and go are heard as crackle; how often, by what is wrong with them; est. */
const CRACKLES: Partial<Record<Fault['kind'], number>> = {
  'dirty contacts': 0.5,
  'half in': 0.3,
  'broken conductor': 0.25,
  'bridged contacts': 0.15,
};
const CRACKLES_ANYHOW = 0.02;

/**
 * What would be noticed of a setup as it really stands, each sign with its chances.
 * @param meant the outside input that the setup as drawn leads to
 * @param faults what is wrong with it that no figure shows
 */
export function signsOf(
  { readings, also, verdicts }: Assessment,
  setup: Setup,
  meant: string | null,
  faults: readonly Fault[],
): Signs {
  const signs = new Map<string, Chances>();
  const findings = verdicts.flatMap((v) => v.findings);
  const { taken, stand } = readings;
  const isMeant = (e: Readings['taken']) => e !== null && `${e.part} ${e.spec.id}` === meant;
  if (meant !== null) signs.set('listed', yesNo(isSo(readings.entries.some((e) => e.listed && isMeant(e)))));
  const took = taken === null ? 'nothing' : isMeant(taken) ? 'meant' : 'built-in';
  signs.set('recorded', { meant: 0, 'built-in': 0, nothing: 0, [took]: 1 });
  const channels = took === 'built-in' ? null : taken === null ? [] : readings.channels;
  for (const { id } of setup.job.sources) {
    signs.set(`level ${id}`, channels === null ? OWN_MICROPHONE : levelOf(channels, id));
    const sides = channels && sidesOf(channels, id);
    if (sides) signs.set(`sides ${id}`, sides);
  }
  soundSigns(signs, readings, channels ?? []);
  if (channels === null)
    signs.set('hiss', yesNo(chanceOver(CLEAN_SNR_DB - ownSnrDb(readings, setup), SPREAD_DB.noise)));
  returnSigns(signs, [readings, ...also], findings);
  powerSigns(signs, setup, readings, findings);
  const seats = worst(findings, /^(connection |joints)/);
  if (seats !== null) signs.set('seats', yesNo(1 - chanceOver(-seats, 0.1)));
  signs.set('answer', { mic: isSo(stand.answer !== 'headphones'), headphones: isSo(stand.answer === 'headphones') });
  const crackles = Math.max(CRACKLES_ANYHOW, ...faults.map((f) => CRACKLES[f.kind] ?? 0));
  signs.set('crackle', yesNo(crackles));
  return signs;
}

/** The least margin among findings of some topics; null where there are none. */
function worst(findings: readonly Finding[], topics: RegExp): number | null {
  const margins = findings.flatMap((f) =>
    topics.test(f.topic) && f.margin !== null ? [f.exactMargin ?? f.margin] : [],
  );
  return margins.length === 0 ? null : Math.min(...margins);
}

/** Of a room of which nothing is told the noise is so much over that of the microphone; est. */
const ROOM_OVER_MIC_DB = 6;

/** What the device's own microphone makes of the voices that are heard through air, over its noise and the room's. */
function ownSnrDb({ compiled }: Readings, { job }: Setup): number {
  const heard = job.sources
    .filter((s) => s.from === undefined)
    .map((s) => ownTakeOf(compiled, s.splAt1m)?.snrDb ?? 200);
  return Math.min(200, ...heard) - (job.room ? 0 : ROOM_OVER_MIC_DB);
}

function levelOf(channels: readonly ChannelReading[], source: string): Chances {
  const peak = Math.max(
    ...channels.flatMap((c) => c.arrivals.filter((a) => a.source === source).map((a) => a.peakDbfs)),
    -200,
  );
  const over = (limit: number) => chanceOver(peak - limit, SPREAD_DB.level);
  const [some, more, most] = [over(QUIET_PEAK_DBFS - 5), over(LOW_PEAK_DBFS), over(LOUD_PEAK_DBFS)];
  return { none: 1 - some, quiet: some * (1 - more), right: some * more * (1 - most), loud: some * more * most };
}

/** Of the first two channels of an input: null where there is but one. */
function sidesOf(channels: readonly ChannelReading[], source: string): Chances | null {
  const [left, right] = channels;
  if (!left || !right || left.input.part !== right.input.part) return null;
  const [l, r] = [left, right].map((c) => c.arrivals.find((a) => a.source === source));
  const peaks = [l, r].map((a) => Math.max(-200, a?.peakDbfs ?? -200)) as [number, number];
  if (Math.max(...peaks) < QUIET_PEAK_DBFS) return null;
  const differ = peaks[0] - peaks[1];
  const leftOnly = chanceOver(differ - ONE_SIDED_DB, SPREAD_DB.side);
  const rightOnly = chanceOver(-differ - ONE_SIDED_DB, SPREAD_DB.side);
  const opposite = l && r ? l.at1k.re * r.at1k.re + l.at1k.im * r.at1k.im < 0 : false;
  const both = Math.max(0, 1 - leftOnly - rightOnly);
  return { left: leftOnly, right: rightOnly, both: opposite ? 0 : both, hollow: opposite ? both : 0 };
}

function soundSigns(signs: Map<string, Chances>, readings: Readings, channels: readonly ChannelReading[]): void {
  let [headroom, snr, hum, whine] = [200, 200, 200, 200];
  const tone = { thin: 0, dull: 0 };
  for (const c of channels) {
    const own = c.arrivals.filter((a) => !a.leaks && a.peakDbfs > QUIET_PEAK_DBFS);
    for (const s of readings.stages) if (c.fedBy.has(s.stage) && s.headroomDb < headroom) headroom = s.headroomDb;
    for (const a of own) {
      headroom = Math.min(headroom, -a.peakDbfs);
      if (!a.curve) continue;
      const down = (hz: number) => -a.curve!.db[nearestBand(hz)]! - LOST_EDGE_DB;
      tone.thin = Math.max(tone.thin, chanceOver(down(THIN_HZ), SPREAD_DB.tone));
      tone.dull = Math.max(tone.dull, chanceOver(down(DULL_HZ), SPREAD_DB.tone));
    }
    if (own.length > 0) snr = Math.min(snr, c.snrDb);
    const full = voltOf(c.input.fullScaleDbu) * Math.SQRT2;
    const voice = own.length > 0 ? Math.min(...own.map((a) => a.aWeightedVolt)) : USUAL_VOICE * full;
    const over = (isWhine: boolean) => {
      const volts = c.hum.filter((h) => (h.what === 'supply noise') === isWhine).map((h) => h.aWeightedVolt);
      return volts.length === 0 ? 200 : 20 * Math.log10(voice / Math.hypot(...volts));
    };
    hum = Math.min(hum, over(false));
    whine = Math.min(whine, over(true));
  }
  signs.set('distorted', yesNo(chanceOver(-headroom, SPREAD_DB.clip)));
  signs.set('hiss', yesNo(chanceOver(CLEAN_SNR_DB - snr, SPREAD_DB.noise)));
  signs.set('hum', yesNo(chanceOver(LEAST_OVER_HUM_DB - hum, SPREAD_DB.hum)));
  signs.set('whine', yesNo(chanceOver(LEAST_OVER_HUM_DB - whine, SPREAD_DB.hum)));
  const { thin, dull } = tone;
  signs.set('tone', { thin, dull: (1 - thin) * dull, full: (1 - thin) * (1 - dull) });
}

const nearestBand = (hz: number): number =>
  THIRD_OCTAVES_HZ.reduce((best, f, i) => (Math.abs(f - hz) < Math.abs(THIRD_OCTAVES_HZ[best]! - hz) ? i : best), 0);

/** What is heard here, and what those at the other end hear. */
function returnSigns(signs: Map<string, Chances>, views: readonly Readings[], findings: readonly Finding[]): void {
  // Of several pairs the worst; they are of one bus mostly.
  const ears = views.flatMap((v) => v.ears);
  if (ears.length > 0) {
    const heard = ears.map((e) => [e.leftSpl, e.rightSpl, e.directLeftSpl, e.directRightSpl] as const);
    const both = Math.min(
      ...heard.map(([l, r, dl, dr]) =>
        chanceOver(Math.min(Math.max(l, dl), Math.max(r, dr)) - HEARD_SPL, SPREAD_DB.ear),
      ),
    );
    const any = Math.min(
      ...heard.map(([l, r, dl, dr]) => chanceOver(Math.max(l, dl, r, dr) - HEARD_SPL, SPREAD_DB.ear)),
    );
    signs.set('ears', { both, one: Math.max(0, any - both), none: 1 - any });
  }
  const asked = (sign: string, topics: RegExp, bad: string, good: string) => {
    const margin = worst(findings, topics);
    if (margin === null) return;
    const ill = chanceOver(-margin, 0.3);
    signs.set(sign, { [bad]: ill, [good]: 1 - ill });
  };
  asked('self', /^(hears|ears) yourself/, 'no', 'yes');
  asked('late', /^late yourself/, 'yes', 'no');
  asked('caller', /^(hears|ears) the caller/, 'no', 'yes');
  asked('echo', /^echo/, 'yes', 'no');
  asked('howl', /^howl/, 'yes', 'no');
}

function powerSigns(
  signs: Map<string, Chances>,
  setup: Setup,
  { compiled, usb, runtimes }: Readings,
  findings: readonly Finding[],
): void {
  const supply = worst(findings, /^(supply|volts)/);
  const short = usb.supplies.length === 0 && supply === null ? null : chanceOver(-(supply ?? 1), 0.3);
  if (short !== null) signs.set('power', { fine: 1 - short, short });
  const least = Math.min(...runtimes.map((r) => r.minutes / setup.job.minutes));
  if (runtimes.length > 0) signs.set('lasts', yesNo(chanceOver(least - 1, 0.15)));
  const keys = [...compiled.fitted.values()].filter((f) => f.partClass.kind === 'controller');
  if (keys.length > 0) {
    const dead = keys.some((k) => compiled.unfed.has(k.part.id));
    signs.set('keys', { work: isSo(!dead), dead: isSo(dead) });
  }
}
