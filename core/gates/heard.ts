import { hearsFarEnd, hearsSelf } from '../model';
import type { EarReading, Readings } from '../readings';
import { totalMs } from '../routing';
import { jointSentence, nameOf } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** Quieter than this over headphones is no use beside a live voice; est. */
const LEAST_SPL = 65;
const COMFORT_DB = 15;

/** Can whoever must hear something, hear it, on both ears, by the right hole, once and in time? */
export function heardGate(readings: Readings): Verdict {
  const { hearing } = readings.compiled.setup.job;
  // Those at the other end hear themselves or do not, whatever is to be heard here.
  const echo = echoes(readings);
  if (hearing === 'nothing') {
    const nobody: Finding = {
      topic: 'listeners',
      status: 'pass',
      value: 0,
      limit: 0,
      unit: 'listeners',
      room: 1,
      brief: 'nobody listens',
      sentence: 'Nobody has to hear anything while it runs.',
      lane: 'return',
    };
    return verdict('heard', [nobody, ...echo]);
  }
  return verdict('heard', [
    ...(hearsSelf(hearing) ? hears(readings, 'yourself') : []),
    ...(hearsFarEnd(hearing) ? hears(readings, 'the caller') : []),
    ...echo,
  ]);
}

type What = 'yourself' | 'the caller';

const fail = (topic: string, brief: string, sentence: string, part: string): Finding => ({
  topic,
  status: 'fail',
  value: 0,
  limit: LEAST_SPL,
  unit: 'dB SPL',
  room: -1,
  brief,
  sentence,
  lane: 'return',
  part,
});

/** Whether one of the two that are to be heard reaches the ears, loud enough and in time. */
function hears(readings: Readings, what: What): readonly Finding[] {
  const { compiled, ears, app, monitors, playbackPart } = readings;
  if (ears.length === 0) {
    const sentence = `Nothing is there to hear ${what} with: no headphones are plugged in.`;
    return [fail(`ears ${what}`, 'no headphones', sentence, playbackPart)];
  }
  if (what === 'yourself' && !monitors && !ears.some(isDirect)) {
    const sentence = app.monitors
      ? `Monitoring is off in the ${app.name}, and nothing leads your voice to headphones by wire: you do not hear yourself.`
      : `You do not hear yourself: the ${app.name} does not play what it records, and nothing leads your voice to the headphones by wire.`;
    return [fail(`hears ${what}`, 'not heard', sentence, compiled.device.part.id)];
  }
  return [...late(readings, what), ...ears.map((ear) => earFinding(readings, ear, what))];
}

/** Is one's own voice loud enough by wire alone, on one ear at least? */
const isDirect = (e: EarReading): boolean => Math.max(e.directLeftSpl, e.directRightSpl) >= LEAST_SPL;

/** How loud it is at one pair of headphones, by whichever way is louder. */
function earFinding({ compiled, monitors }: Readings, ear: EarReading, what: What): Finding {
  const own = what === 'yourself';
  const wire = own && (isDirect(ear) || !monitors);
  const sides = wire ? [ear.directLeftSpl, ear.directRightSpl] : [ear.leftSpl, ear.rightSpl];
  const quieter = Math.min(...sides);
  const louder = Math.max(...sides);
  const joint = compiled.joints.find(({ joint: j }) => [j.a.part, j.b.part].includes(ear.part))?.joint.id;
  const at = joint ? ` at ${jointSentence(compiled, joint)}` : '';
  const self = nameOf(compiled, ear.part);
  const from = nameOf(compiled, ear.from);
  const onlySelf = !own && isDirect(ear) ? ` They let you hear yourself by wire, and nothing of ${what}.` : '';
  return finding(
    {
      topic: `hears ${what} ${ear.part}`,
      value: quieter,
      limit: LEAST_SPL,
      unit: 'dB SPL',
      room: (quieter - LEAST_SPL) / COMFORT_DB,
      brief: quieter > 0 ? `${quieter.toFixed(0)} dB, both ears` : louder > 0 ? 'one ear only' : 'silent',
      part: ear.part,
      joint,
      lane: 'return',
    },
    {
      good: wire
        ? `${self} let you hear ${what} by wire, past the app.`
        : `${self} let you hear ${what} from the ${from}.`,
      bad:
        louder > LEAST_SPL && quieter <= LEAST_SPL
          ? `${self} play on one ear only${at}.`
          : louder > 0
            ? `${self} play ${what} at only ${quieter.toFixed(0)} dB${at}: too quiet beside a live voice.`
            : `${self} are silent: sound comes from the ${from}, and nothing of it reaches them${at}.${onlySelf}`,
    },
  );
}

/** One's own voice: under 3 ms fine, 10 noticeable, 25 disturbing (common practice). */
const OWN_LIMIT_MS = 25;
const OWN_FINE_MS = 10;
/** One way to the caller: 150 ms preferred, 400 the limit (ITU-T G.114, from memory). */
const FAR_LIMIT_MS = 400;
const FAR_FINE_MS = 150;

/** One's own voice back a second time is an echo: trouble from about 25 ms (ITU-T G.131, from memory), less is felt as room. */
const ECHO_LIMIT_MS = 25;

/**
 * Loss that an echo needs to be acceptable, by the delay one way (ITU-T G.131, talker echo tolerance, read off the curve
 * from memory, to 3 dB); 6 dB less is the limit.
 */
const ECHO_NEEDS: readonly (readonly [ms: number, db: number])[] = [
  [10, 24],
  [25, 34],
  [50, 41],
  [100, 47],
  [200, 53],
  [300, 55],
];
const ECHO_LIMIT_UNDER_DB = 6;

function echoNeedsDb(ms: number): number {
  const after = ECHO_NEEDS.findIndex(([at]) => ms <= at);
  if (after <= 0) return ECHO_NEEDS.at(after)![1];
  const [[ms0, db0], [ms1, db1]] = [ECHO_NEEDS[after - 1], ECHO_NEEDS[after]];
  return db0 + ((db1 - db0) * Math.log(ms / ms0)) / Math.log(ms1 / ms0);
}

/** Does the caller hear itself? */
function echoes({ compiled, delays, echo, playbackPart }: Readings): Finding[] {
  const ms = totalMs(delays.far);
  if (ms === 0) return [];
  return echo.map(({ part, number, lossDb, cancelledDb, through }) => {
    const needs = echoNeedsDb(ms);
    const db = lossDb + cancelledDb;
    const app = cancelledDb > 0 ? `, ${cancelledDb} dB of it by the processing of the app` : '';
    const by = through
      ? `through the ${nameOf(compiled, through)}: what comes from the ${nameOf(compiled, playbackPart)} is in what goes back to it.`
      : `by the ground that the headphones share with the microphone.`;
    return finding(
      {
        topic: `echo ${part} ${number}`,
        value: db,
        limit: needs - ECHO_LIMIT_UNDER_DB,
        unit: 'dB',
        room: (db - needs + ECHO_LIMIT_UNDER_DB) / ECHO_LIMIT_UNDER_DB,
        brief: `echo ${Math.round(db)} dB down`,
        part: through ?? part,
        lane: 'return',
      },
      {
        good: `The caller hears nothing of themselves: what they say comes back ${Math.round(db)} dB down${app}.`,
        bad: `The caller hears their own voice ${(2 * ms).toFixed(0)} ms later, only ${Math.max(0, Math.round(db))} dB down${app}, ${by}`,
      },
    );
  });
}

/** Is what is heard, or said, there in time, and once? */
function late({ compiled, delays, ears, app, lines, playbackPart }: Readings, what: What): Finding[] {
  const own = what === 'yourself';
  if (!own && !lines.some((l) => l.arrives)) return [];
  const byWire = own && ears.some(isDirect);
  // Through the app as well as by wire: only where those who hear the one also hear the other.
  const twice = byWire && delays.own.length > 0 && ears.some((e) => isDirect(e) && e.leftSpl >= LEAST_SPL);
  const steps = own ? (byWire && !twice ? delays.direct : delays.own) : delays.far;
  if (steps.length === 0) return [];
  const ms = twice ? totalMs(delays.own) - totalMs(delays.direct) : totalMs(steps);
  const [limit, fine] = twice
    ? [ECHO_LIMIT_MS, OWN_FINE_MS]
    : own
      ? [OWN_LIMIT_MS, OWN_FINE_MS]
      : [FAR_LIMIT_MS, FAR_FINE_MS];
  const most = steps.reduce((a, b) => (b.ms > a.ms ? b : a));
  const from = most.part ? nameOf(compiled, most.part) : most.what === 'app' ? `the ${app.name}` : 'the network';
  const past = byWire && !twice ? 'wire' : `the ${app.name}`;
  return [
    finding(
      {
        topic: `late ${what}`,
        value: ms,
        limit,
        unit: 'ms',
        room: (limit - ms) / (limit - fine),
        brief: twice ? `twice, ${ms.toFixed(0)} ms apart` : `${ms.toFixed(0)} ms ${own ? 'late' : 'one way'}`,
        part: most.part ?? playbackPart,
        lane: 'return',
      },
      twice
        ? {
            good: `You hear yourself by wire, and again through the ${app.name} ${ms.toFixed(0)} ms later.`,
            bad: `You hear yourself twice: by wire, and again through the ${app.name} ${ms.toFixed(0)} ms later.`,
          }
        : own
          ? {
              good: `You hear yourself ${ms.toFixed(0)} ms late, by ${past}.`,
              bad: `You hear yourself ${ms.toFixed(0)} ms late, most of it from ${from}: from ${OWN_LIMIT_MS} ms on it stops you speaking.`,
            }
          : {
              good: `The caller hears you ${ms.toFixed(0)} ms later.`,
              bad: `The caller hears you ${ms.toFixed(0)} ms later, most of it from ${from}: past ${FAR_LIMIT_MS} ms people talk over each other.`,
            },
    ),
  ];
}
