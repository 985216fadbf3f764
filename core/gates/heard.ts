import { itemAt } from '../algorithms';
import { figure, type GateMessage, gateMessage } from '../format';
import { hearsFarEnd, hearsSelf, type PartId } from '../model';
import type { EarReading, Readings } from '../readings';
import { totalMs } from '../routing';
import { jointNumber, nameOf } from './say';
import { type Finding, finding, type Gate, stated, type Verdict, verdict } from './verdict';

/** Quieter than this over headphones is no use beside a live voice; est. */
const LEAST_SPL = 65;
const COMFORT_DB = 15;

/** Can whoever must hear something, hear it, on both ears, by the right hole, once and in time? */
export const heard: Gate = {
  judge: judgeAll,
  // Another device's own is only whether those it calls hear themselves.
  ofEachDevice: /^echo /,
  acts: ['session', 'join', 'switch', 'open', 'close', 'move', 'exchange', 'amount', 'careful', 'remove'],
  later: [/^hears (yourself|the caller)$/, /^hears (yourself|the caller) ./, /^(late|echo)/],
};

function judgeAll(readings: Readings): Verdict {
  const { hearing } = readings.compiled.setup.job;
  // Those at the other end hear themselves or do not, whatever is to be heard here.
  const echo = echoes(readings);
  if (hearing === 'nothing') {
    const nobody = stated(
      'pass',
      { topic: 'listeners', value: 0, limit: 0, unit: 'listeners', brief: 'nobody listens', lane: 'return' },
      gateMessage('heard.nobody', {}),
    );
    return verdict('heard', [nobody, ...echo]);
  }
  return verdict('heard', [
    ...(hearsSelf(hearing) ? hears(readings, 'yourself') : []),
    ...(hearsFarEnd(hearing) ? hears(readings, 'the caller') : []),
    ...echo,
  ]);
}

type What = 'yourself' | 'the caller';

const fail = (topic: string, brief: string, words: GateMessage, part: PartId): Finding =>
  stated('fail', { topic, value: 0, limit: LEAST_SPL, unit: 'dB SPL', brief, lane: 'return', part }, words);

/** Whether one of the two that are to be heard reaches the ears, loud enough and in time. */
function hears(readings: Readings, what: What): readonly Finding[] {
  const { compiled, ears, app, monitors, playbackPart } = readings;
  if (ears.length === 0) {
    return [fail(`ears ${what}`, 'no headphones', gateMessage('heard.no-headphones', { what }), playbackPart)];
  }
  if (what === 'yourself' && !monitors && !ears.some(isDirect)) {
    const words = gateMessage(app.monitors ? 'heard.monitoring-off' : 'heard.no-monitoring', { app: app.name });
    return [fail(`hears ${what}`, 'not heard', words, compiled.device.part.id)];
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
  const number = jointNumber(compiled, joint);
  const self = nameOf(compiled, ear.part);
  const from = nameOf(compiled, ear.from);
  return finding(
    {
      topic: `hears ${what} ${ear.part}`,
      value: quieter,
      limit: LEAST_SPL,
      unit: 'dB SPL',
      margin: (quieter - LEAST_SPL) / COMFORT_DB,
      brief: quieter > 0 ? `${figure(quieter)} dB, both ears` : louder > 0 ? 'one ear only' : 'silent',
      part: ear.part,
      joint,
      lane: 'return',
    },
    {
      good: wire
        ? gateMessage('heard.by-wire', { part: self, what })
        : gateMessage('heard.from', { part: self, what, from }),
      bad:
        louder > LEAST_SPL && quieter <= LEAST_SPL
          ? gateMessage('heard.one-ear', { part: self, joint: number })
          : louder > 0
            ? gateMessage('heard.quiet', { part: self, what, spl: quieter, joint: number, least: LEAST_SPL })
            : gateMessage('heard.silent', {
                part: self,
                from,
                joint: number,
                but: !own && isDirect(ear) ? what : null,
              }),
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
  const [[ms0, db0], [ms1, db1]] = [itemAt(ECHO_NEEDS, after - 1), itemAt(ECHO_NEEDS, after)];
  return db0 + ((db1 - db0) * Math.log(ms / ms0)) / Math.log(ms1 / ms0);
}

/** Does the caller hear itself? */
function echoes({ compiled, delays, echo, playbackPart }: Readings): Finding[] {
  const ms = totalMs(delays.far);
  if (ms === 0) return [];
  return echo.map(({ part, number, lossDb, cancelledDb, through }) => {
    const needs = echoNeedsDb(ms);
    const db = lossDb + cancelledDb;
    const said = { loss: db, cancelled: cancelledDb > 0 ? cancelledDb : null };
    const bad = { ...said, loss: Math.max(0, db), delay: 2 * ms };
    return finding(
      {
        topic: `echo ${part} ${number}`,
        value: db,
        limit: needs - ECHO_LIMIT_UNDER_DB,
        unit: 'dB',
        margin: (db - needs + ECHO_LIMIT_UNDER_DB) / ECHO_LIMIT_UNDER_DB,
        brief: `echo ${Math.round(db)} dB down`,
        part: through ?? part,
        lane: 'return',
      },
      {
        good: gateMessage('heard.echo-fine', said),
        bad: through
          ? gateMessage('heard.echo-bus', {
              ...bad,
              part: nameOf(compiled, through),
              player: nameOf(compiled, playbackPart),
            })
          : gateMessage('heard.echo-ground', bad),
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
        margin: (limit - ms) / (limit - fine),
        brief: twice ? `twice, ${figure(ms)} ms apart` : `${figure(ms)} ms ${own ? 'late' : 'one way'}`,
        part: most.part ?? playbackPart,
        lane: 'return',
      },
      twice
        ? {
            good: gateMessage('heard.twice-fine', { app: app.name, late: ms }),
            bad: gateMessage('heard.twice', { app: app.name, late: ms }),
          }
        : own
          ? {
              good: gateMessage('heard.own-fine', { late: ms, past }),
              bad: gateMessage('heard.own-late', { late: ms, from, limit: OWN_LIMIT_MS }),
            }
          : {
              good: gateMessage('heard.far-fine', { late: ms }),
              bad: gateMessage('heard.far-late', { late: ms, from, limit: FAR_LIMIT_MS }),
            },
    ),
  ];
}
