import type { Report } from '../../assess';
import type { GateName } from '../../gates';
import { figure } from '../../words';
import type { Sides } from '../meters';
import type { TakeReport } from './report';

/** One thing that was computed beforehand and is now measured. */
export interface Compared {
  readonly what: 'level' | 'clipping' | 'noise' | 'hum' | 'sides' | 'band';
  /** Channel of the take, from 0; null for all of it. */
  readonly channel: number | null;
  readonly expected: string;
  readonly measured: string;
  /** Null where one of them cannot be told. */
  readonly agrees: boolean | null;
  readonly sentence: string;
  /** Gates to look at again; none where it agrees. */
  readonly gates: readonly GateName[];
  /** Joint and part that a difference points to. */
  readonly joint: string | null;
  readonly part: string | null;
}

/** Peaks under this are no voice that arrives. */
const NOTHING_DBFS = -60;
/** A talker is rarely nearer to what was assumed; est. */
const LEVEL_DB = 8;
/** Further off, it is hardly the microphone that was meant. */
const OTHER_MICROPHONE_DB = 20;
const NOISE_DB = 6;
/** Hum was computed to an order of magnitude; more than this under the voice nobody hears it. */
const HUM_DB = 14;
const UNHEARD_HUM_DB = 50;
const NARROW_HZ = 8500;

const db = (x: number, unit = 'dB'): string => `${figure(x)} ${unit}`;

type Channel = Report['channels'][number];
const loudest = (c: Channel): Channel['arrivals'][number] | null =>
  c.arrivals
    .filter((a) => !a.leaks && a.peakDbfs !== null)
    .reduce<Channel['arrivals'][number] | null>((best, a) => (!best || a.peakDbfs! > best.peakDbfs! ? a : best), null);

/**
 * What a take holds beside what was computed for its setup. Channels are taken in the order in which the app records them.
 * @param nameOf name of a part by its id
 */
export function compareTake(take: TakeReport, report: Report, nameOf: (part: string) => string): readonly Compared[] {
  const out: Compared[] = [];
  const line = report.lines[0];
  const lastJoint = line?.joints.at(-1) ?? null;
  const device = nameOf(report.device);
  const add = (c: Omit<Compared, 'joint' | 'part'> & Partial<Pick<Compared, 'joint' | 'part'>>) =>
    out.push({
      joint: c.agrees === false ? lastJoint : null,
      part: null,
      ...c,
      gates: c.agrees === false ? c.gates : [],
    });
  const alike = take.sides?.sides === 'dual mono';
  const channels = report.channels.filter((_, i) => i < take.channels || (alike && i === 0));
  for (const [i, computed] of channels.entries()) {
    const measured = take.perChannel[i];
    const arrival = loudest(computed);
    const where = channels.length > 1 ? ` on channel ${i + 1}` : '';
    if (!arrival) continue;
    const input = nameOf(computed.part);
    if (arrival.peakDbfs! < NOTHING_DBFS) {
      const agrees = measured.peakDbfs < NOTHING_DBFS + OTHER_MICROPHONE_DB;
      add({
        what: 'level',
        channel: i,
        expected: 'hardly anything',
        measured: Number.isFinite(measured.peakDbfs) ? `peaks ${db(measured.peakDbfs, 'dBFS')}` : 'silence',
        agrees,
        sentence: agrees
          ? `Hardly anything arrives${where}, as was computed.`
          : `By the setup hardly anything arrives${where}, and the take holds sound: another microphone records, or it is not plugged as the setup says.`,
        gates: ['seen', 'wired'],
        part: computed.part,
      });
      continue;
    }
    const difference = measured.peakDbfs - arrival.peakDbfs!;
    const far = Math.abs(difference) > OTHER_MICROPHONE_DB;
    const clips = Math.min(0, arrival.peakDbfs!);
    const levelAgrees = Math.abs(measured.peakDbfs - clips) <= LEVEL_DB;
    add({
      what: 'level',
      channel: i,
      expected: `peaks ${db(clips, 'dBFS')}`,
      measured: Number.isFinite(measured.peakDbfs) ? `peaks ${db(measured.peakDbfs, 'dBFS')}` : 'silence',
      agrees: levelAgrees,
      sentence: levelAgrees
        ? `The level${where} is what was computed.`
        : !Number.isFinite(measured.peakDbfs) || (far && difference < 0)
          ? `The level${where} is far under what was computed: ${input} may not be what the app records. Tap the microphone and watch the meter.`
          : `The level${where} is ${db(Math.abs(difference))} ${difference > 0 ? 'above' : 'under'} what was computed: look at the knobs of ${input} and of what is before it.`,
      gates: far ? ['seen', 'wired', 'level'] : ['level'],
      part: levelAgrees ? null : computed.part,
    });
    // Only stages that this channel hears clip in it; the converter clips at full scale.
    const overloaded = report.stages.find(
      (s) =>
        s.headroomDb !== null &&
        s.headroomDb < -1 &&
        computed.stages.some((f) => f.part === s.part && f.stage === s.stage),
    );
    const clipsExpected = overloaded !== undefined || arrival.peakDbfs! > 1;
    const clipsMeasured = measured.clips.count > 0 || measured.ceiling !== null;
    add({
      what: 'clipping',
      channel: i,
      expected: clipsExpected ? `clips${overloaded ? ` at ${nameOf(overloaded.part)}` : ''}` : 'no clipping',
      measured: measured.ceiling
        ? `cut off at ${db(measured.ceiling.dbfs, 'dBFS')}`
        : measured.clips.count > 0
          ? `${measured.clips.count} clips`
          : 'no clipping',
      agrees: clipsExpected === clipsMeasured,
      sentence:
        clipsExpected === clipsMeasured
          ? `Clipping${where} is as computed.`
          : clipsMeasured
            ? `It clips${where}, and was not to: the voice was louder, or a knob stands higher than in the setup.`
            : `It was to clip${where} and does not: the voice was softer, or a knob stands lower than in the setup.`,
      gates: ['level'],
      part: overloaded?.part ?? computed.part,
    });
    if (computed.snrDbA !== null) {
      const worst = computed.largestNoises[0];
      // What is clipped holds more of everything soft than what was put in.
      const less = measured.snrDbA === null || clipsMeasured ? null : measured.snrDbA - computed.snrDbA;
      // What fails by noise is noisier still where the room has its say: only the worse counts beyond a wide margin.
      const agrees = less === null ? null : less >= -NOISE_DB && less <= 2 * NOISE_DB;
      add({
        what: 'noise',
        channel: i,
        expected: `voice ${db(computed.snrDbA, 'dB(A)')} over noise`,
        measured:
          measured.snrDbA === null ? 'no gap to measure in' : `voice ${db(measured.snrDbA, 'dB(A)')} over noise`,
        agrees,
        sentence:
          agrees === null
            ? clipsMeasured
              ? 'It is clipped: noise can be compared once it is not.'
              : 'Record five seconds of nobody speaking.'
            : agrees
              ? `The noise${where} is what was computed.`
              : less! < 0
                ? `There is ${db(-less!)} more noise${where} than was computed${worst ? `, where most came from ${nameOf(worst.part)} (${worst.what})` : ''}: listen for the room, and for a gain taken at the wrong place.`
                : `There is ${db(less!)} less noise${where} than was computed: something takes it out, or the voice was nearer.`,
        gates: ['clean'],
        part: worst?.part ?? computed.part,
      });
    }
    const over = measured.hum && measured.activeDbfsA !== null ? measured.activeDbfsA - measured.hum.dbfsA : null;
    const humExpected = computed.overHumDbA;
    const humAgrees =
      over === null || over > UNHEARD_HUM_DB
        ? humExpected === null || humExpected > UNHEARD_HUM_DB - HUM_DB
        : humExpected !== null && over >= humExpected - HUM_DB && over <= humExpected + 2 * HUM_DB;
    const from = computed.hum[0];
    add({
      what: 'hum',
      channel: i,
      expected: humExpected === null ? 'no hum' : `voice ${db(humExpected, 'dB(A)')} over hum`,
      measured: over === null ? 'no hum' : `voice ${db(over, 'dB(A)')} over hum`,
      agrees: humAgrees,
      sentence: humAgrees
        ? `Hum${where} is as computed.`
        : over !== null && (humExpected === null || over < humExpected)
          ? `There is more hum${where} than was computed. Take out chargers, then mains-fed parts, one after the other.`
          : `There is less hum${where} than was computed${from ? ` from ${nameOf(from.part)} (${from.what})` : ''}: so much the better.`,
      gates: ['clean'],
      part: from?.part ?? null,
    });
    const narrow = measured.band?.edge && measured.band.upToHz < NARROW_HZ;
    const high = arrival.curve?.highHz ?? 20_000;
    const bandAgrees = !narrow || high < 1.3 * measured.band!.upToHz;
    add({
      what: 'band',
      channel: i,
      expected: `up to ${(high / 1000).toFixed(1)} kHz`,
      measured: measured.band ? `up to ${(measured.band.upToHz / 1000).toFixed(1)} kHz` : 'not known',
      agrees: measured.band ? bandAgrees : null,
      sentence: bandAgrees
        ? `The band${where} is what was computed.`
        : `Nothing above ${(measured.band!.upToHz / 1000).toFixed(1)} kHz${where}: a hands-free link or a call path in place of ${input}.`,
      gates: ['seen', 'clean'],
      part: computed.part,
    });
  }
  const expected = expectedSides(report);
  if (take.sides && expected) {
    const agrees = take.sides.sides === expected;
    add({
      what: 'sides',
      channel: null,
      expected,
      measured: take.sides.sides,
      agrees,
      sentence: agrees
        ? 'The sides are as computed.'
        : /only/.test(take.sides.sides)
          ? `One side is dead: look at the last connection before the ${device}, and at a TRS plug that is not home.`
          : `The sides are "${take.sides.sides}", computed was "${expected}".`,
      gates: ['wired', 'heard'],
    });
  }
  return out;
}

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
    const [l, r] = channels.map((c) => c.arrivals.find((a) => a.source === s)?.peakDbfs ?? -200);
    return Math.abs(l - r - (left.peakDbfs! - right.peakDbfs!)) < 3;
  });
  return balanced ? 'dual mono' : 'stereo';
}
