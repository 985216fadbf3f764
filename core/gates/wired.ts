import { magnitude } from '../circuit';
import type { Capsule, FittedJoint, Stage } from '../compile';
import {
  type ChannelReading,
  isSilent,
  type LineReading,
  LOST_DB,
  levelOffered,
  type Readings,
  sidesAt,
  steadyAt,
} from '../readings';
import { isAlive, SILENCE_DBU } from '../signal';
import { contactText, jointSentence, nameOf, roleText, voltText } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

const COMFORT_DB = 40;
/** Left and right apart by this much count as separate, and one this far under the other as missing. */
const SIDE_DB = 20;

/** Does each source reach the channels it is meant for, the right way round, and nothing else? */
export function wiredGate(readings: Readings): Verdict {
  const { compiled, lines } = readings;
  const findings: Finding[] = [];
  for (const source of compiled.setup.job.sources) {
    const own = lines.filter((l) => l.source === source.id);
    if (own.length === 0) {
      findings.push(none(`No microphone is placed for ${source.name}. Give the voice a microphone and a distance.`));
    }
  }
  for (const line of lines) findings.push(arrives(readings, line));
  if (findings.every((f) => f.status === 'pass')) {
    for (const source of compiled.setup.job.sources) {
      findings.push(...sides(readings, source.id), ...bothOutputs(readings, source.id));
    }
    if (compiled.setup.job.arrangement === 'side-each') findings.push(...apart(readings));
  }
  return verdict('wired', findings);
}

const none = (sentence: string): Finding => ({
  status: 'fail',
  value: null,
  limit: null,
  unit: 'dB',
  room: -1,
  brief: 'no way in',
  sentence,
  lane: 'signal',
});

function arrives(readings: Readings, line: LineReading): Finding {
  const { compiled, intended } = readings;
  const microphone = nameOf(compiled, line.part);
  const device = nameOf(compiled, compiled.device.part.id);
  if (!intended || !line.path) {
    // A signal that no input waits for stops at the last joint it can reach.
    const last = furthestJoint(readings, line);
    const where = last ? ` The line stops at ${jointSentence(compiled, last.joint.id)}.` : '';
    return {
      ...none(
        intended
          ? `No joint leads from ${microphone} to ${nameOf(compiled, intended.part)}.${where}`
          : `Nothing on the ${device} takes sound from outside as it is plugged now.${where}`,
      ),
      part: last?.b.part.id ?? line.part,
      joint: last?.joint.id,
    };
  }
  const unfed = unfedOn(readings, line);
  if (unfed) return dead(readings, line, unfed);
  const unheard = line.arrives ? null : unrecorded(readings, line);
  if (unheard) return unheard;
  const lastJoint = line.path.joints.at(-1);
  const kept = line.keptDb!;
  const guilty = kept < LOST_DB ? (whereItEnds(readings, line) ?? lastJoint) : lastJoint;
  return finding(
    {
      value: kept,
      limit: LOST_DB,
      unit: 'dB',
      room: (kept - LOST_DB) / COMFORT_DB,
      brief: kept < LOST_DB ? 'signal lost' : `${kept.toFixed(0)} dB kept`.replace('-', '−'),
      part: guilty ? guilty.b.part.id : line.part,
      joint: guilty?.joint.id,
      lane: 'signal',
    },
    {
      good: `${microphone} reaches ${nameOf(compiled, intended.part)}.`,
      bad: guilty
        ? `The line stops at ${jointSentence(compiled, guilty.joint.id)}: ${whatTouches(guilty)}.`
        : `${microphone} is silent.`,
    },
  );
}

/** A source that arrives, at a channel which the app does not record. */
function unrecorded({ compiled, app, stand, channels, unrecorded }: Readings, line: LineReading): Finding | null {
  const level = (c: ChannelReading) => c.arrivals.find((a) => a.source === line.source)!.averageDbu;
  const there = unrecorded.filter((c) => level(c) >= Math.max(SILENCE_DBU, ...channels.map(level)) + SIDE_DB);
  if (there.length === 0) return null;
  const { input, number } = there.reduce((a, b) => (level(b) > level(a) ? b : a));
  const name = compiled.setup.job.sources.find((s) => s.id === line.source)!.name;
  const at = `input ${number} of ${nameOf(compiled, input.part)}`;
  const why = app.arms
    ? `no armed track of the ${app.name} records that input. Arm one for it.`
    : stand.processing
      ? `the ${app.name}, with its noise processing, makes one channel of the first input.${app.processing === 'always' ? ' Join the voices in a mixer, or use another app.' : ' Turn the processing off, or join the voices in a mixer.'}`
      : `the ${app.name} records ${app.records === 1 ? 'the first input' : `the first ${app.records}`} only.`;
  return {
    ...none(`${name} arrives at ${at}, but ${why}`),
    brief: 'not recorded',
    part: input.part,
  };
}

/** What each plug contact of the joint lies on, in words; only what does not meet its like. */
function whatTouches(joint: FittedJoint): string {
  const { a, b, mating } = joint;
  if (!mating.fits) return 'the two do not go together';
  if (mating.touches.length === 0) return 'nothing touches';
  const [plug, socket] = mating.plugIs === 'a' ? [a, b] : [b, a];
  const byContact = new Map<string, string[]>();
  for (const t of mating.touches) {
    const list = byContact.get(t.plug) ?? [];
    list.push(roleText(socket.port.roles?.[t.socket] ?? null));
    byContact.set(t.plug, list);
  }
  return [...byContact]
    .map(([contact, roles]) => {
      const own = roleText(plug.port.roles?.[contact] ?? null);
      return `${contactText(contact)} (${own}) lies on ${roles.join(' and ')}`;
    })
    .join(', ');
}

/** The microphone of a line, or the first amplifier on it, that lacks its steady voltage. */
function unfedOn({ compiled, op }: Readings, line: LineReading): Capsule | Stage | null {
  const fed = [
    ...compiled.capsules.filter((c) => c.part === line.part),
    ...compiled.stages.filter((s) => line.path!.parts.includes(s.part)),
  ];
  return fed.find((f) => !isAlive(op, f)) ?? null;
}

/** What lacks its steady voltage: what is there, what it needs, and the switch or joint that keeps it away. */
function dead(readings: Readings, line: LineReading, unfed: Capsule | Stage): Finding {
  const { compiled, op, responses } = readings;
  const volt = op.biasVolt.get(unfed) ?? 0;
  const needs = unfed.needs!;
  const own = line.path!.parts.indexOf(unfed.part);
  const off = [...compiled.fitted.values()].find(
    ({ part, partClass }) =>
      line.path?.parts.includes(part.id) &&
      needs.from === '48 V' &&
      partClass.knobs?.some((k) => k.id === 'phantom' && (part.knobs?.phantom ?? k.start) === 0),
  );
  // The first joint beyond which the voltage stands, and before which it does not.
  const barrier = line.path!.joints.find(
    (j, i) => i >= own && steadyAt(responses, op.solution, j, line.path!.parts[i + 1]) >= needs.minVolt,
  );
  const joint = barrier?.joint.id ?? line.path!.joints[own]?.joint.id;
  const supply = off
    ? `48 V is off at ${nameOf(compiled, off.part.id)}: turn it on with the faders down.`
    : barrier
      ? `It stops at ${jointSentence(compiled, barrier.joint.id)}: ${whatTouches(barrier)}.`
      : `No ${needs.from} arrives${joint ? ` at ${jointSentence(compiled, joint)}` : ''}.`;
  return {
    status: 'fail',
    value: volt,
    limit: needs.minVolt,
    unit: 'V',
    room: Math.max(-1, volt / needs.minVolt - 1),
    brief: `${voltText(volt).replace(' V', '')} of ${needs.minVolt} V`,
    sentence: `${nameOf(compiled, unfed.part)} is dead: it has ${voltText(volt)} of the ${needs.minVolt} V it needs. ${supply}`,
    part: off?.part.id ?? unfed.part,
    joint,
    lane: 'signal',
  };
}

/**
 * Where the signal ends: the last joint that it is offered to. What its contacts lie on, or do not touch, leads nowhere;
 * beyond it there is nothing left to lose.
 */
function whereItEnds({ responses }: Readings, line: LineReading): FittedJoint | null {
  const { parts, joints } = line.path!;
  return (
    joints.findLast((j, i) => levelOffered(responses, j, parts[i], line.source) >= line.sentDbu! + LOST_DB) ?? null
  );
}

/** With no input to lead to: the joint at which the signal ends, as near to the device as it comes. */
function furthestJoint({ compiled }: Readings, line: LineReading): FittedJoint | null {
  const along = line.path?.joints;
  if (along && along.length > 0) return along[along.length - 1];
  const seen = new Set([line.part]);
  let last: FittedJoint | null = null;
  for (let grew = true; grew; ) {
    grew = false;
    for (const joint of compiled.joints) {
      const ids = [joint.joint.a.part, joint.joint.b.part];
      const next = ids.find((id) => !seen.has(id));
      if (next === undefined || !ids.some((id) => seen.has(id))) continue;
      seen.add(next);
      last = joint;
      grew = true;
    }
  }
  return last;
}

/** One-sided and opposite polarity: what a stereo input makes of the line. */
function sides(readings: Readings, source: string): Finding[] {
  const { compiled, channels, lines } = readings;
  if (channels.length !== 2 || compiled.setup.job.arrangement === 'side-each') return [];
  const [left, right] = channels.map((c) => c.arrivals.find((a) => a.source === source)!.at1k);
  const loudest = Math.max(magnitude(left), magnitude(right));
  const path = lines.find((l) => l.source === source)?.path;
  const name = compiled.setup.job.sources.find((s) => s.id === source)!.name;
  const out: Finding[] = [];

  const sum = magnitude({ re: left.re + right.re, im: left.im + right.im }) / 2;
  const oneSided = Math.min(magnitude(left), magnitude(right)) < loudest / 10 ** (SIDE_DB / 20);
  if (oneSided) {
    const joint = path?.joints.find((j) => {
      const s = sidesAt(readings.responses, j, source);
      return s && isSilent(s.first, magnitude(s.second)) !== isSilent(s.second, magnitude(s.first));
    });
    const side = magnitude(left) > magnitude(right) ? 'left' : 'right';
    const live = compiled.setup.job.purpose !== 'record' || compiled.setup.job.arrangement === 'both-sides';
    const oneBand = 20 * Math.log10(Math.max(1e-9, Math.min(magnitude(left), magnitude(right)) / loudest));
    out.push({
      status: live ? 'fail' : 'caution',
      value: oneBand,
      limit: -SIDE_DB,
      unit: 'dB',
      room: live ? -1 : 0.2,
      brief: `${side} only`,
      sentence: `${name} is on the ${side} only${joint ? `: at ${jointSentence(compiled, joint.joint.id)} the other contact carries nothing` : ''}. ${live ? 'Live, half the listeners lose it: use a mono-to-both adapter.' : 'An edit can put it on both.'}`,
      part: joint?.b.part.id,
      joint: joint?.joint.id,
      lane: 'signal',
    });
    return out;
  }
  const sumDb = 20 * Math.log10(Math.max(1e-9, sum / loudest));
  const opposite = path?.joints.find((j) => {
    const s = sidesAt(readings.responses, j, source);
    return s && s.first.re * s.second.re + s.first.im * s.second.im < 0;
  });
  out.push(
    finding(
      {
        value: sumDb,
        limit: -SIDE_DB,
        unit: 'dB',
        room: (sumDb + SIDE_DB) / SIDE_DB,
        brief: sumDb < -SIDE_DB ? 'cancels in mono' : 'both sides',
        part: opposite?.b.part.id,
        joint: opposite?.joint.id,
        lane: 'signal',
      },
      {
        good: `${name} is on both sides.`,
        bad: `${name} vanishes when the sides are summed to mono: right is left upside down${opposite ? ` from ${jointSentence(compiled, opposite.joint.id)}, where hot meets left and cold meets right` : ''}. Use a mono lead there.`,
      },
    ),
  );
  return out;
}

/** Of a source with a left and a right output: is either left behind? */
function bothOutputs({ compiled, channels, lines }: Readings, source: string): Finding[] {
  const shares = channels.map((c) => c.arrivals.find((a) => a.source === source)!.bySide);
  const best = (shares[0] ?? []).map((_, side) => Math.max(...shares.map((s) => s[side])));
  if (best.length < 2) return [];
  const lost = 20 * Math.log10(Math.max(1e-9, Math.min(...best) / Math.max(...best)));
  if (lost >= -SIDE_DB) return [];
  const side = best[0] < best[1] ? 'left' : 'right';
  const line = lines.find((l) => l.source === source)!;
  const first = line.path?.joints[0];
  return [
    {
      status: 'caution',
      value: lost,
      limit: -SIDE_DB,
      unit: 'dB',
      room: 0.2,
      brief: `${side} output lost`,
      sentence: `Of ${nameOf(compiled, line.part)} only the other output is recorded: nothing of its ${side} one gets through. Connect both, or use its mono output where it has one.`,
      part: line.part,
      joint: first?.joint.id,
      lane: 'signal',
    },
  ];
}

/** Two sources, a side each: is the other one far enough down? */
function apart(readings: Readings): Finding[] {
  const { compiled, channels, intended } = readings;
  const { sources } = compiled.setup.job;
  if (sources.length < 2) return [];
  if (channels.length < sources.length) {
    return [
      {
        ...none(
          `${nameOf(compiled, intended!.part)} records ${channels.length === 1 ? 'one channel' : `${channels.length} channels`}: ${sources.length} sources cannot have one each.`,
        ),
        value: channels.length,
        limit: sources.length,
        unit: 'channels',
        brief: `${channels.length} of ${sources.length} channels`,
        part: intended!.part,
        joint: intended!.joint ?? undefined,
      },
    ];
  }
  const taken = new Set<number>();
  return sources.map((source) => {
    const levels = channels.map((c) => c.arrivals.find((a) => a.source === source.id)!.averageDbu);
    const own = levels.indexOf(Math.max(...levels));
    const clash = taken.has(own);
    taken.add(own);
    const rivals = channels[own].arrivals.filter((a) => a.source !== source.id).map((a) => a.averageDbu);
    const separation = clash ? 0 : levels[own] - Math.max(...rivals);
    return finding(
      {
        value: separation,
        limit: SIDE_DB,
        unit: 'dB',
        room: (separation - SIDE_DB) / SIDE_DB,
        brief: `${Math.min(99, separation).toFixed(0)} dB apart`,
        part: intended!.part,
        lane: 'signal',
      },
      {
        good: `${source.name} has a channel of its own.`,
        bad: `${source.name} shares a channel: the other voice is only ${separation.toFixed(0)} dB down on it.`,
      },
    );
  });
}
