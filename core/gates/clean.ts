import { byId, itemAt } from '../algorithms';
import type { Compiled } from '../compile';
import { dbText, figure, type GateMessage, gateMessage, hertzText, signed } from '../format';
import type { Loop } from '../interference';
import type { PartId } from '../model';
import { type Arrival, type ChannelReading, type LineReading, ownTakeOf, type Readings } from '../readings';
import { jointNumber, nameOf } from './say';
import { type Finding, finding, type Gate, stated, unknown, type Verdict, verdict } from './verdict';
import { notInUse } from './wired';

/** Under this the hiss is heard between words, dB(A); est. */
export const CLEAN_SNR_DB = 30;
const COMFORT_DB = 15;
/** Hum is heard between words when it is less than this under them; est. */
export const LEAST_OVER_HUM_DB = 35;
/** At the critical distance the room is as loud as the voice; speech stays clear above it, close above three times nearer. */
export const LEAST_DIRECT_DB = 0;
const COMFORT_DIRECT_DB = 10;
/** A telephone passes 300 Hz to 3.4 kHz and is understood; an octave more at both ends sounds like a person (common practice). */
const TELEPHONE_HZ = { low: 300, high: 3400 };

/** How far does the voice stand above the noise, the mains and the room? */
export const clean: Gate = {
  judge: judgeAll,
  ofEachDevice: true,
  acts: ['careful', 'amount', 'switch', 'outlet', 'remove', 'shorten', 'distance', 'open'],
};

function judgeAll(readings: Readings): Verdict {
  const { channels, lines } = readings;
  if (readings.intended && !readings.inUse) return verdict('clean', [notInUse(readings, 'noise')]);
  const heard = (lines.some((l) => l.arrives) ? channels : []).filter((c) => Number.isFinite(c.snrDb));
  if (heard.length === 0) {
    return verdict('clean', [unknown('noise', 'not known', gateMessage('clean.not-known', {}), 'signal')]);
  }
  return verdict('clean', [
    ...heard.map((c) => noise(readings, c)),
    ...heard.flatMap((c) => pumping(readings, c) ?? []),
    ...heard.flatMap((c) => hum(readings, c) ?? []),
    ...lines.flatMap((l) => room(readings, l) ?? []),
    ...(ownMicrophone(readings, heard) ?? []),
    ...heard.flatMap((c) => c.arrivals.flatMap((a) => (a.leaks ? [] : narrow(readings, c, a)))),
  ]);
}

function noise({ compiled }: Readings, { input, number, noise: { shares }, snrDb }: ChannelReading): Finding {
  const worst = itemAt(shares, 0);
  const said = { snr: snrDb, part: nameOf(compiled, worst.part), what: worst.what };
  return finding(
    {
      topic: `noise ${input.part} ${number}`,
      value: snrDb,
      limit: CLEAN_SNR_DB,
      unit: 'dB(A)',
      margin: (snrDb - CLEAN_SNR_DB) / COMFORT_DB,
      brief: `voice ${dbText(snrDb)}`,
      part: worst.part,
      lane: 'signal',
    },
    {
      good: gateMessage('clean.fine', said),
      bad:
        worst.what === 'room'
          ? gateMessage('clean.noisy-room', { snr: snrDb, part: said.part })
          : gateMessage('clean.hiss', said),
    },
  );
}

/** What an automatic level does to the noise when nobody speaks. */
function pumping({ compiled }: Readings, { input, number, snrDb, pauseLiftDb }: ChannelReading): Finding | null {
  if (pauseLiftDb === 0) return null;
  const left = snrDb - pauseLiftDb;
  const said = { device: nameOf(compiled, input.part), lift: pauseLiftDb, left };
  return finding(
    {
      topic: `pauses ${input.part} ${number}`,
      value: left,
      limit: CLEAN_SNR_DB,
      unit: 'dB(A)',
      margin: (left - CLEAN_SNR_DB) / COMFORT_DB,
      brief: `pauses ${dbText(left)}`,
      part: input.part,
      lane: 'signal',
    },
    { good: gateMessage('clean.pauses-fine', said), bad: gateMessage('clean.pauses', said) },
  );
}

/** Mains: an order of magnitude, so it is told as a band and never fails by its likely figure's last decibels alone. */
function hum(readings: Readings, { input, number, hum: all, overHumDb }: ChannelReading): Finding | null {
  const worst = all[0];
  if (!worst || !Number.isFinite(overHumDb)) return null;
  const { compiled, loops } = readings;
  const [most, least] = [overHumDb - worst.lowDb, overHumDb - worst.highDb];
  const loop = loops.find((l) => l.from === worst.part && l.what === worst.what);
  const joint =
    loop?.joints.at(-1) ?? compiled.joints.find(({ joint: j }) => [j.a.part, j.b.part].includes(worst.part))?.joint.id;
  const part = nameOf(compiled, worst.part);
  const way = loop ? roundLoop(compiled, loop) : `into ${part}`;
  return finding(
    {
      topic: `hum ${input.part} ${number}`,
      value: overHumDb,
      limit: LEAST_OVER_HUM_DB,
      unit: 'dB(A)',
      margin: (overHumDb - LEAST_OVER_HUM_DB) / COMFORT_DB,
      brief: `hum ${figure(Math.max(0, least))}–${figure(Math.min(120, most))} dB down`,
      part: worst.part,
      joint,
      lane: worst.what === 'pickup' ? 'signal' : 'ground',
    },
    {
      good: goodHum(overHumDb, worst.what, way),
      bad: badHum({ over: overHumDb, least, most, what: worst.what, way, part, to: loop && nameOf(compiled, loop.to) }),
    },
  );
}

/** So far under the voice nobody hears it, and the figure says nothing. */
const NO_HUM_DB = 90;

function goodHum(over: number, what: string, way: string): GateMessage {
  if (over > NO_HUM_DB) return gateMessage('clean.no-hum', {});
  return what === 'supply noise'
    ? gateMessage('clean.supply-fine', { over })
    : gateMessage('clean.hum-fine', { over, what, way });
}

function badHum(hum: {
  readonly over: number;
  readonly least: number;
  readonly most: number;
  readonly what: string;
  readonly way: string;
  readonly part: PartId;
  readonly to: string | undefined;
}): GateMessage {
  const { over, what, part, to } = hum;
  if (what === 'supply noise') return gateMessage('clean.static', hum);
  if (over < 0) return gateMessage('clean.hum-over', { ...hum, by: -over });
  return to === undefined
    ? gateMessage('clean.hum-into', hum)
    : gateMessage('clean.hum-loop', { ...hum, from: part, to });
}

/** "round Hall mixer, joints 3, 4 and 5, and Laptop". */
function roundLoop(compiled: Compiled, { from, joints, to }: Loop): string {
  const numbers = joints.map((id) => jointNumber(compiled, id));
  const through =
    numbers.length > 1
      ? `connections ${numbers.slice(0, -1).join(', ')} and ${numbers.at(-1)}`
      : `connection ${numbers[0]}`;
  return `round ${nameOf(compiled, from)}, ${through}, and ${nameOf(compiled, to)}`;
}

function room({ compiled }: Readings, line: LineReading): Finding | null {
  if (!line.room || !line.alive) return null;
  const { directDb, criticalM } = line.room;
  const microphone = nameOf(compiled, line.part);
  return finding(
    {
      topic: `room ${line.source} ${line.part}`,
      value: directDb,
      limit: LEAST_DIRECT_DB,
      unit: 'dB',
      margin: (directDb - LEAST_DIRECT_DB) / COMFORT_DIRECT_DB,
      brief: `${dbText(directDb)} over the room`,
      part: line.part,
      lane: 'signal',
    },
    {
      good: gateMessage('clean.direct', { microphone, direct: directDb }),
      near: gateMessage('clean.nearly-distant', { microphone, distance: line.distanceM, critical: criticalM }),
      bad: gateMessage('clean.distant', { microphone, distance: line.distanceM, critical: criticalM }),
    },
  );
}

/** How much better than the device's own microphone, told for the voice with least over its noise; it decides nothing. */
function ownMicrophone({ compiled, lines }: Readings, heard: readonly ChannelReading[]): Finding[] | null {
  const worst = [...heard].sort((a, b) => a.snrDb - b.snrDb)[0];
  const source = worst?.arrivals.find((a) => !a.leaks)?.source;
  const spoken = compiled.setup.job.sources.find((s) => s.id === source && s.from === undefined);
  const own = worst && spoken ? ownTakeOf(compiled, spoken.splAt1m) : null;
  if (!own) return null;
  const better = worst!.snrDb - own.snrDb;
  const direct = lines.find((l) => l.source === source)?.room?.directDb;
  const room = own.directDb === null || direct === undefined ? null : direct - own.directDb;
  const { distanceM: distance } = own;
  return [
    stated(
      'pass',
      { topic: 'own mic', brief: `${signed(better)} dB on its own mic`, part: compiled.device.part.id, lane: 'signal' },
      better >= NO_BETTER_DB
        ? gateMessage('clean.own-mic', { distance, better, room: tells(room) ? room : null })
        : tells(room)
          ? gateMessage('clean.own-mic-room', { distance, room })
          : gateMessage('clean.own-mic-as-good', { distance, snr: own.snrDb }),
    ),
  ];
}

/** Less than this nobody hears; common practice. */
const NO_BETTER_DB = 3;
const tells = (db: number | null): db is number => db !== null && db >= NO_BETTER_DB;

/** A narrow line: which end is missing, and how far it is from a telephone's. */
function narrow(readings: Readings, { input }: ChannelReading, { curve, source }: Arrival): Finding[] {
  if (!curve || (curve.lowHz === null && curve.highHz === null)) return [];
  const octavesLow = curve.lowHz === null ? Number.POSITIVE_INFINITY : Math.log2(TELEPHONE_HZ.low / curve.lowHz);
  const octavesHigh = curve.highHz === null ? Number.POSITIVE_INFINITY : Math.log2(curve.highHz / TELEPHONE_HZ.high);
  const high = octavesHigh < octavesLow;
  const hz = high ? curve.highHz! : curve.lowHz!;
  const { compiled } = readings;
  const name = byId(compiled.setup.job.sources, source).name;
  return [
    finding(
      {
        topic: `band ${source} ${input.part}`,
        value: hz,
        limit: high ? TELEPHONE_HZ.high : TELEPHONE_HZ.low,
        unit: 'Hz',
        margin: Math.min(octavesLow, octavesHigh),
        brief: `${high ? 'up to' : 'from'} ${hertzText(hz)}`,
        part: input.part,
        lane: 'signal',
      },
      {
        good: gateMessage('clean.band', { source: name, low: curve.lowHz, high: curve.highHz }),
        bad: gateMessage(high ? 'clean.dull' : 'clean.thin', { source: name, input: nameOf(compiled, input.part), hz }),
      },
    ),
  ];
}
