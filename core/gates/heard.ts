import type { EarReading, Readings } from '../readings';
import { totalMs } from '../routing';
import { jointSentence, nameOf } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** Quieter than this over headphones is no use beside a live voice; est. */
const LEAST_SPL = 65;
const COMFORT_DB = 15;

/** Can whoever must hear something, hear it, on both ears, by the right hole, once and in time? */
export function heardGate(readings: Readings): Verdict {
  const { compiled, ears, app, monitors, playbackPart } = readings;
  const { hearing } = compiled.setup.job;
  if (hearing === 'nothing') {
    return verdict('heard', [
      {
        status: 'pass',
        value: 0,
        limit: 0,
        unit: 'listeners',
        room: 1,
        brief: 'nobody listens',
        sentence: 'Nobody has to hear anything while it runs.',
        lane: 'return',
      },
    ]);
  }
  const fail = (brief: string, sentence: string, more: Partial<Finding>): Finding => ({
    status: 'fail',
    value: 0,
    limit: LEAST_SPL,
    unit: 'dB SPL',
    room: -1,
    brief,
    sentence,
    lane: 'return',
    ...more,
  });
  const what = hearing === 'myself' ? 'yourself' : 'the far end';
  const byWire = hearing === 'myself' && ears.some(isDirect);
  if (hearing === 'myself' && !monitors && !byWire) {
    return verdict('heard', [
      fail(
        'app plays nothing',
        app.monitors
          ? `Monitoring is off in the ${app.name}, and nothing leads your voice to headphones by wire, so you cannot hear yourself. Turn it on.`
          : `The ${app.name} does not play what it records while it runs, so you cannot hear yourself through it. Use an interface with direct monitoring, or another app.`,
        {
          part: compiled.device.part.id,
        },
      ),
    ]);
  }
  if (ears.length === 0) {
    return verdict('heard', [
      fail(
        'no headphones',
        `Nothing is there to hear ${what} with: plug headphones into the ${nameOf(compiled, playbackPart)}.`,
        {
          part: playbackPart,
        },
      ),
    ]);
  }
  return verdict('heard', [...late(readings), ...ears.map((ear) => earFinding(readings, ear, what))]);
}

/** Is one's own voice loud enough by wire alone, on one ear at least? */
const isDirect = (e: EarReading): boolean => Math.max(e.directLeftSpl, e.directRightSpl) >= LEAST_SPL;

/** How loud it is at one pair of headphones, by whichever way is louder. */
function earFinding({ compiled, monitors }: Readings, ear: EarReading, what: string): Finding {
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
            : `${self} are silent: sound comes from the ${from}, and nothing of it reaches them${at}.${onlySelf} Plug them where the ${from} plays.`,
    },
  );
}

/** One's own voice: under 3 ms fine, 10 noticeable, 25 disturbing (common practice). */
const OWN_LIMIT_MS = 25;
const OWN_FINE_MS = 10;
/** One way to the far end: 150 ms preferred, 400 the limit (ITU-T G.114, from memory). */
const FAR_LIMIT_MS = 400;
const FAR_FINE_MS = 150;

/** One's own voice back a second time is an echo: trouble from about 25 ms (ITU-T G.131, from memory), less is felt as room. */
const ECHO_LIMIT_MS = 25;

/** Is what is heard, or said, there in time, and once? */
function late({ compiled, delays, ears, app, playbackPart }: Readings): Finding[] {
  const own = compiled.setup.job.hearing === 'myself';
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
            bad: `You hear yourself twice: by wire, and again through the ${app.name} ${ms.toFixed(0)} ms later. Turn monitoring off in the app, or the direct monitoring.`,
          }
        : own
          ? {
              good: `You hear yourself ${ms.toFixed(0)} ms late, by ${past}.`,
              bad: `You hear yourself ${ms.toFixed(0)} ms late, most of it from ${from}: from ${OWN_LIMIT_MS} ms on it stops you speaking. Listen directly at the interface or receiver instead of through the app, or use an app with a smaller buffer.`,
            }
          : {
              good: `The far end hears you ${ms.toFixed(0)} ms later.`,
              bad: `The far end hears you ${ms.toFixed(0)} ms later, most of it from ${from}: past ${FAR_LIMIT_MS} ms people talk over each other.`,
            },
    ),
  ];
}
