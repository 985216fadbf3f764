import { callsSomebody, echoLoss, FAINT_UNDER_DB, UNHEARD_UNDER_DB, whoHearsWhom } from '../call';
import { capital, figure, type GateMessage, gateMessage } from '../format';
import { hearsFarEnd, hearsSelf, type PartId } from '../model';
import { type EarReading, heardFrom, type Readings } from '../readings';
import { totalMs } from '../routing';
import { jointNumber, nameOf } from './say';
import { type Finding, finding, type Gate, stated, type Verdict, verdict } from './verdict';

/** Quieter than this over headphones is no use beside a live voice; est. */
const LEAST_SPL = 65;
const COMFORT_DB = 15;

/** Can whoever must hear something, hear it, on both ears, by the right hole, once and in time? */
export const heard: Gate = {
  judge: judgeAll,
  // Another device's own is only whether those it calls are heard, and hear themselves.
  ofEachDevice: /^(echo |ears the caller|hears the caller|late the caller)/,
  ofAll: crossings,
  acts: ['session', 'join', 'switch', 'open', 'close', 'move', 'exchange', 'amount', 'careful', 'remove'],
  later: [/^hears (yourself|the caller)$/, /^hears (yourself|the caller) ./, /^(late|echo|reaches)/],
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
    return verdict('heard', [nobody, ...echo, ...howls(readings)]);
  }
  // A caller is heard from the device that calls; where none does, what the device plays stands for one.
  const listensHere = readings.callers.length > 0 || !callsSomebody(readings.compiled);
  const findings = [
    ...(hearsSelf(hearing) ? hears(readings, 'yourself') : []),
    ...(hearsFarEnd(hearing) && listensHere ? hears(readings, 'the caller') : []),
    ...echo,
    ...howls(readings),
  ];
  return verdict('heard', findings.length > 0 ? findings : [elsewhere]);
}

type What = 'yourself' | 'the caller';

/** Who is at the other end of this device's call, as a sentence calls them: all of them alike, in the singular. */
function callerText({ callers, compiled }: Readings): string {
  const [only, ...others] = callers;
  if (others.length > 0) return `each caller on the ${nameOf(compiled, compiled.device.part.id)}`;
  return only && only.name !== 'Caller' ? only.name : 'the caller';
}

const called = (readings: Readings, what: What): string => (what === 'yourself' ? what : callerText(readings));

/** Nobody is called from the job's own device: those of the others are judged there. */
const elsewhere = stated(
  'pass',
  { topic: 'listeners', value: 0, limit: 0, unit: 'listeners', brief: 'another calls', lane: 'return' },
  gateMessage('heard.elsewhere', {}),
);

const fail = (topic: string, brief: string, words: GateMessage, part: PartId): Finding =>
  stated('fail', { topic, value: 0, limit: LEAST_SPL, unit: 'dB SPL', brief, lane: 'return', part }, words);

/** Whether one of the two that are to be heard reaches the ears, loud enough and in time. */
function hears(readings: Readings, what: What): readonly Finding[] {
  const { compiled, ears, app, monitors, playbackPart } = readings;
  if (ears.length === 0) {
    return [
      fail(
        `ears ${what}`,
        'no headphones',
        gateMessage('heard.no-headphones', { what: called(readings, what) }),
        playbackPart,
      ),
    ];
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
function earFinding(readings: Readings, ear: EarReading, what: What): Finding {
  const { compiled, monitors } = readings;
  const whom = called(readings, what);
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
        ? gateMessage('heard.by-wire', { part: self, what: whom })
        : gateMessage('heard.from', { part: self, what: whom, from }),
      bad:
        louder > LEAST_SPL && quieter <= LEAST_SPL
          ? gateMessage('heard.one-ear', { part: self, joint: number })
          : louder > 0
            ? gateMessage('heard.quiet', { part: self, what: whom, spl: quieter, joint: number, least: LEAST_SPL })
            : gateMessage('heard.silent', {
                part: self,
                from,
                joint: number,
                but: !own && isDirect(ear) ? whom : null,
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

/** A loop is stable with this much in hand; less rings. Common practice. */
const HOWL_LEAST_DB = 6;
const HOWL_COMFORT_DB = 6;

/** Do loudspeakers and microphones howl? */
const howls = ({ compiled, howl }: Readings): Finding[] =>
  howl.map(({ speaker, microphone, marginDb }) => {
    const words = { part: nameOf(compiled, speaker), microphone: nameOf(compiled, microphone) };
    return finding(
      {
        topic: `howl ${speaker} ${microphone}`,
        value: marginDb,
        limit: HOWL_LEAST_DB,
        unit: 'dB',
        margin: (marginDb - HOWL_LEAST_DB) / HOWL_COMFORT_DB,
        brief: `howl ${Math.round(marginDb)} dB away`,
        part: speaker,
        lane: 'return',
      },
      {
        good: gateMessage('heard.no-howl', { ...words, margin: marginDb }),
        near: gateMessage('heard.near-howl', { ...words, margin: marginDb, least: HOWL_LEAST_DB }),
        bad:
          marginDb > 0
            ? gateMessage('heard.near-howl', { ...words, margin: marginDb, least: HOWL_LEAST_DB })
            : gateMessage('heard.howl', words),
      },
    );
  });

/** Does the caller hear itself? */
function echoes(readings: Readings): Finding[] {
  const { compiled, delays, echo, playbackPart } = readings;
  const who = capital(callerText(readings));
  const ms = totalMs(delays.far);
  if (ms === 0) return [];
  return echo.map(({ part, number, lossDb, cancelledDb, through, byAir }) => {
    const { acceptableDb, leastDb } = echoLoss(ms);
    const db = heardFrom({ lossDb, cancelledDb });
    const said = { who, loss: db, cancelled: cancelledDb > 0 ? cancelledDb : null };
    const bad = { ...said, loss: Math.max(0, db), delay: 2 * ms };
    return finding(
      {
        topic: `echo ${part} ${number}`,
        value: db,
        limit: leastDb,
        unit: 'dB',
        margin: (db - leastDb) / (acceptableDb - leastDb),
        brief: `echo ${Math.round(db)} dB down`,
        part: through ?? part,
        lane: 'return',
      },
      {
        good: gateMessage('heard.echo-fine', said),
        bad: byAir
          ? gateMessage('heard.echo-air', { ...bad, part: through ? nameOf(compiled, through) : 'loudspeakers' })
          : through
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
function late(readings: Readings, what: What): Finding[] {
  const { compiled, delays, ears, app, lines, playbackPart } = readings;
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
              good: gateMessage('heard.far-fine', { who: capital(callerText(readings)), late: ms }),
              bad: gateMessage('heard.far-late', {
                who: capital(callerText(readings)),
                late: ms,
                from,
                limit: FAR_LIMIT_MS,
              }),
            },
    ),
  ];
}

/** Do those of several calls hear each other, does the recording hold them, and is nobody heard where they must not be? */
function crossings(views: readonly Readings[]): readonly Finding[] {
  const { voices, listeners, heard: all } = whoHearsWhom(views);
  const nameIn = (list: readonly { readonly id: string; readonly name: string }[], id: string) =>
    list.find((x) => x.id === id)?.name ?? id;
  return all.flatMap((h): readonly Finding[] => {
    const listener = listeners.find((l) => l.id === h.to);
    const voice = voices.find((v) => v.id === h.from);
    // Who speaks or is played here is judged by what each device records, and headphones one by one.
    if (!listener?.connected || h.want === 'self' || h.want === 'either') return [];
    if (h.want !== 'not' && (voice?.kind !== 'caller' || listener.kind === 'here')) return [];
    const words = { from: nameIn(voices, h.from), to: nameIn(listeners, h.to) };
    const under = Math.min(h.underDb ?? UNHEARD_UNDER_DB, UNHEARD_UNDER_DB);
    const about = {
      topic: `reaches ${h.from} ${h.to}`,
      value: under,
      unit: 'dB',
      brief: h.levelDb === null ? 'not heard' : `${Math.round(under)} dB under`,
      part: listener.part,
      lane: 'return',
    } as const;
    const limit = h.want === 'not' ? UNHEARD_UNDER_DB : FAINT_UNDER_DB;
    if (h.is === 'fine') {
      const margin = Math.abs(limit - under) / FAINT_UNDER_DB;
      const text = h.want === 'not' ? 'heard.apart' : 'heard.reaches';
      return [stated('pass', { ...about, limit, margin: Math.max(0.3, margin) }, gateMessage(text, words))];
    }
    const status = h.want === 'wish' || h.is === 'clips' ? 'caution' : 'fail';
    const text =
      h.is === 'unwanted'
        ? gateMessage('heard.not-apart', words)
        : h.is === 'clips'
          ? gateMessage('heard.clips', words)
          : h.is === 'missing'
            ? gateMessage('heard.misses', words)
            : gateMessage('heard.faint', { ...words, under: h.underDb });
    return [stated(status, { ...about, limit }, text)];
  });
}
