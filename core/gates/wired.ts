import { atKey, byId, itemAt, oneWith, pairOf } from '../algorithms';
import { magnitude } from '../circuit';
import type { Capsule, Stage } from '../compile';
import { figure, type GateMessage, gateMessage, voltText } from '../format';
import {
  type ChannelReading,
  isSilent,
  type LineReading,
  LOST_DB,
  pathBetween,
  type Readings,
  sidesAt,
} from '../readings';
import { isAlive, SILENCE_DBU } from '../signal';
import { radioReach } from './radio';
import { jointNumber, nameOf, placeOf } from './say';
import { type Finding, finding, type Gate, stated, unknown, type Verdict, verdict } from './verdict';

const COMFORT_DB = 40;
/** Left and right apart by this much count as separate, and one this far under the other as missing. */
const SIDE_DB = 20;

/** Does each source reach the channels it is meant for, the right way round, and nothing else? */
export const wired: Gate = {
  judge: judgeAll,
  ofEachDevice: true,
  acts: ['careful', 'join', 'session', 'switch', 'open', 'turn', 'exchange', 'move', 'remove', 'bypass'],
  later: [/^(sides|outputs|apart|channels)/],
};

function judgeAll(readings: Readings): Verdict {
  const { compiled, lines } = readings;
  const findings: Finding[] = [];
  for (const source of compiled.setup.job.sources) {
    const own = lines.filter((l) => l.source === source.id);
    if (own.length === 0)
      findings.push(none(`placed ${source.id}`, gateMessage('wired.unplaced', { source: source.name })));
  }
  for (const line of lines) if (!isForAnother(readings, line)) findings.push(arrives(readings, line));
  findings.push(...lines.flatMap((l) => radioReach(readings, l) ?? []));
  if (findings.every((f) => f.status === 'pass' || f.topic.startsWith('radio'))) {
    for (const source of compiled.setup.job.sources) {
      findings.push(...sides(readings, source.id), ...bothOutputs(readings, source.id));
    }
    if (compiled.setup.job.arrangement === 'side-each') findings.push(...apart(readings));
  }
  const fails = findings.filter((f) => f.status === 'fail');
  if (!readings.inUse && readings.intended) return verdict('wired', [...fails, notInUse(readings, 'in use')]);
  return verdict('wired', findings);
}

/** A microphone that leads to another device of the setup, where this one has the same voice by one of its own. */
const isForAnother = ({ compiled, lines }: Readings, line: LineReading): boolean =>
  !line.path &&
  lines.some((l) => l.source === line.source && l.path) &&
  compiled.hosts.some(
    (h) => h.fitted !== compiled.device && pathBetween(compiled, line.part, h.fitted.part.id) !== null,
  );

const none = (topic: string, words: GateMessage, more: Partial<Finding> = {}): Finding =>
  stated('fail', { topic, unit: 'dB', brief: 'no way in', lane: 'signal', ...more }, words);

function arrives(readings: Readings, line: LineReading): Finding {
  const { compiled, intended } = readings;
  const microphone = nameOf(compiled, line.part);
  const device = nameOf(compiled, compiled.device.part.id);
  const topic = `arrives ${line.source} ${line.part}`;
  if (!intended || !line.path || isAnotherMicrophone(readings, line)) {
    const words = isAnotherMicrophone(readings, line)
      ? gateMessage('wired.another', {
          source: sourceName(readings, line.source),
          microphone,
          recorded: nameOf(compiled, intended!.part),
        })
      : intended
        ? gateMessage('wired.no-way', { microphone, to: nameOf(compiled, intended.part) })
        : gateMessage('wired.nothing-takes', { device });
    return none(topic, words, { part: line.part });
  }
  const unfed = unfedOn(readings, line);
  if (unfed) return dead(readings, topic, unfed);
  const unheard = line.arrives ? null : unrecorded(readings, topic, line);
  if (unheard) return unheard;
  const kept = line.keptDb!;
  const isLost = kept < LOST_DB;
  const last = line.path.joints.at(-1);
  return finding(
    {
      topic,
      value: kept,
      limit: LOST_DB,
      unit: 'dB',
      margin: (kept - LOST_DB) / COMFORT_DB,
      brief: isLost ? 'signal lost' : `${figure(kept)} dB kept`.replace('-', '−'),
      part: isLost ? line.part : (last?.b.part.id ?? line.part),
      joint: isLost ? undefined : last?.joint.id,
      lane: 'signal',
    },
    {
      good: gateMessage('wired.arrives', { microphone, to: nameOf(compiled, intended.part) }),
      bad: gateMessage('wired.lost', {
        source: sourceName(readings, line.source),
        to: nameOf(compiled, intended.part),
        microphone,
      }),
    },
  );
}

/** Is what is recorded a microphone of its own, and not the one that this voice is at? */
const isAnotherMicrophone = ({ compiled, intended, channels }: Readings, line: LineReading): boolean =>
  intended !== null &&
  !channels.some((c) => c.input.part === line.part) &&
  intended.part !== line.part &&
  compiled.setup.placements.some((p) => p.part === intended.part) &&
  atKey(compiled.fitted, intended.part).partClass.kind === 'microphone';

/** A source that arrives, at a channel which the app does not record. */
function unrecorded(
  { compiled, app, stand, channels, unrecorded }: Readings,
  topic: string,
  line: LineReading,
): Finding | null {
  const level = (c: ChannelReading) => oneWith(c.arrivals, 'source', line.source).averageDbu;
  const there = unrecorded.filter((c) => level(c) >= Math.max(SILENCE_DBU, ...channels.map(level)) + SIDE_DB);
  if (there.length === 0) return null;
  const { input, number } = there.reduce((a, b) => (level(b) > level(a) ? b : a));
  const where = {
    source: byId(compiled.setup.job.sources, line.source).name,
    number,
    part: nameOf(compiled, input.part),
    app: app.name,
  };
  const words = app.arms
    ? gateMessage('wired.not-armed', where)
    : stand.processing
      ? gateMessage('wired.one-channel', where)
      : gateMessage('wired.first-only', { ...where, records: app.records });
  return none(topic, words, { brief: 'not recorded', part: input.part });
}

/** What the device does not record is not judged by what would be recorded. */
export function notInUse({ compiled, app, taken }: Readings, topic: string): Finding {
  const used = taken ? `${taken.spec.label} (${nameOf(compiled, taken.part)})` : 'nothing';
  return unknown(topic, 'not in use', gateMessage('not-in-use', { app: app.name, used }), 'signal');
}

/** The microphone of a line, or the first amplifier on it, that lacks its steady voltage. */
function unfedOn({ compiled, op }: Readings, line: LineReading): Capsule | Stage | null {
  const fed = [
    ...compiled.capsules.filter((c) => c.part === line.part),
    ...compiled.stages.filter((s) => line.path!.parts.includes(s.part)),
  ];
  return fed.find((f) => !isAlive(op, f)) ?? null;
}

/** What lacks its steady voltage, or has nothing to run from: what is there of what it needs. */
function dead({ compiled, op }: Readings, topic: string, unfed: Capsule | Stage): Finding {
  const name = nameOf(compiled, unfed.part);
  const at = { topic, part: unfed.part, lane: 'signal' as const };
  if (!unfed.needs || compiled.unfed.has(unfed.part)) {
    const about = { ...at, value: 0, limit: 1, unit: 'supplies', brief: 'no power' };
    return stated('fail', about, gateMessage('wired.no-power', { part: name }));
  }
  const volt = op.biasVolt.get(unfed) ?? 0;
  const { minVolt, from } = unfed.needs;
  return stated(
    'fail',
    {
      ...at,
      value: volt,
      limit: minVolt,
      unit: 'V',
      margin: Math.max(-1, volt / minVolt - 1),
      brief: `needs ${minVolt} V, gets ${voltText(Math.abs(volt)).replace(' V', '')}`,
    },
    gateMessage(volt < -0.3 ? 'wired.unfed-reversed' : 'wired.unfed', {
      part: name,
      from,
      volt: Math.abs(volt),
      least: minVolt,
    }),
  );
}

const sourceName = ({ compiled }: Readings, id: string): string => byId(compiled.setup.job.sources, id).name;

/** One-sided and opposite polarity: what a stereo input makes of the line. */
function sides(readings: Readings, source: string): Finding[] {
  const { compiled, channels, lines } = readings;
  if (channels.length !== 2 || compiled.setup.job.arrangement === 'side-each') return [];
  const [left, right] = pairOf(channels.map((c) => oneWith(c.arrivals, 'source', source).at1k));
  const loudest = Math.max(magnitude(left), magnitude(right));
  // What arrives at neither is told by what it arrives at, or by nothing at all.
  if (loudest === 0) return [];
  const path = lines.find((l) => l.source === source)?.path;
  const name = byId(compiled.setup.job.sources, source).name;
  const out: Finding[] = [];

  const sum = magnitude({ re: left.re + right.re, im: left.im + right.im }) / 2;
  const oneSided = Math.min(magnitude(left), magnitude(right)) < loudest / 10 ** (SIDE_DB / 20);
  if (oneSided) {
    const joint = path?.joints.find((j) => {
      const s = sidesAt(readings.responses, j, source);
      return s && isSilent(s.first, magnitude(s.second)) !== isSilent(s.second, magnitude(s.first));
    });
    const side = magnitude(left) > magnitude(right) ? 'left' : 'right';
    const { purpose, arrangement } = compiled.setup.job;
    const live = purpose !== 'record';
    // One channel is what was wished: which of the two it is, is of no matter to an edit.
    const wished = !live && arrangement === 'one';
    const oneBand = 20 * Math.log10(Math.max(1e-9, Math.min(magnitude(left), magnitude(right)) / loudest));
    out.push(
      stated(
        live ? 'fail' : wished ? 'pass' : 'caution',
        {
          topic: `sides ${source}`,
          value: oneBand,
          limit: -SIDE_DB,
          unit: 'dB',
          margin: live ? -1 : wished ? 1 : 0.2,
          brief: `${side} only`,
          part: joint?.b.part.id,
          joint: joint?.joint.id,
          lane: 'signal',
        },
        gateMessage(live ? 'wired.one-side-live' : wished ? 'wired.one-side-wished' : 'wired.one-side', {
          source: name,
          side,
          place: placeOf(compiled, joint?.joint.id),
        }),
      ),
    );
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
        topic: `sides ${source}`,
        value: sumDb,
        limit: -SIDE_DB,
        unit: 'dB',
        margin: (sumDb + SIDE_DB) / SIDE_DB,
        brief: sumDb < -SIDE_DB ? 'cancels in mono' : 'both sides',
        part: opposite?.b.part.id,
        joint: opposite?.joint.id,
        lane: 'signal',
      },
      {
        good: gateMessage('wired.both-sides', { source: name }),
        bad: gateMessage('wired.cancels', {
          source: name,
          joint: jointNumber(compiled, opposite?.joint.id),
          place: placeOf(compiled, opposite?.joint.id),
        }),
      },
    ),
  );
  return out;
}

/** Of a source with a left and a right output: is either left behind? */
function bothOutputs({ compiled, channels, lines }: Readings, source: string): Finding[] {
  const shares = channels.map((c) => oneWith(c.arrivals, 'source', source).bySide);
  const best = (shares[0] ?? []).map((_, side) => Math.max(...shares.map((s) => itemAt(s, side))));
  if (best.length < 2) return [];
  const lost = 20 * Math.log10(Math.max(1e-9, Math.min(...best) / Math.max(...best)));
  if (lost >= -SIDE_DB) return exchanged(compiled, source, shares, lines);
  const side = itemAt(best, 0) < itemAt(best, 1) ? 'left' : 'right';
  const line = oneWith(lines, 'source', source);
  const first = line.path?.joints[0];
  return [
    stated(
      'caution',
      {
        topic: `outputs ${source}`,
        value: lost,
        limit: -SIDE_DB,
        unit: 'dB',
        margin: 0.2,
        brief: `${side} output lost`,
        part: line.part,
        joint: first?.joint.id,
        lane: 'signal',
      },
      gateMessage('wired.side-lost', {
        part: nameOf(compiled, line.part),
        kept: side === 'left' ? 'right' : 'left',
        lost: side,
      }),
    ),
  ];
}

/** Of a source with a left and a right: does its left come out on the right? */
function exchanged(
  compiled: Readings['compiled'],
  source: string,
  shares: readonly (readonly number[])[],
  lines: readonly LineReading[],
): Finding[] {
  if (shares.length !== 2) return [];
  const [[leftOnLeft, rightOnLeft], [leftOnRight, rightOnRight]] = pairOf(shares.map(pairOf));
  const apart = 20 * Math.log10(Math.min(rightOnLeft, leftOnRight) / Math.max(1e-12, leftOnLeft, rightOnRight));
  if (apart < SIDE_DB) return [];
  const line = oneWith(lines, 'source', source);
  return [
    stated(
      'caution',
      {
        topic: `exchanged ${source}`,
        value: apart,
        limit: SIDE_DB,
        unit: 'dB',
        margin: 0.2,
        brief: 'sides exchanged',
        part: line.part,
        joint: line.path?.joints[0]?.joint.id,
        lane: 'signal',
      },
      gateMessage('wired.exchanged', { part: nameOf(compiled, line.part) }),
    ),
  ];
}

/** Two sources, a side each: is the other one far enough down? */
function apart(readings: Readings): Finding[] {
  const { compiled, channels, intended } = readings;
  const { sources } = compiled.setup.job;
  if (sources.length < 2) return [];
  if (channels.length < sources.length) {
    return [
      none(
        'channels',
        gateMessage('wired.too-few-channels', {
          part: nameOf(compiled, intended!.part),
          have: channels.length,
          want: sources.length,
        }),
        {
          value: channels.length,
          limit: sources.length,
          unit: 'channels',
          brief: `${channels.length} of ${sources.length} channels`,
          part: intended!.part,
          joint: intended!.joint ?? undefined,
        },
      ),
    ];
  }
  const taken = new Set<number>();
  return sources.map((source) => {
    const levels = channels.map((c) => oneWith(c.arrivals, 'source', source.id).averageDbu);
    const own = levels.indexOf(Math.max(...levels));
    const clash = taken.has(own);
    taken.add(own);
    const rivals = itemAt(channels, own)
      .arrivals.filter((a) => a.source !== source.id)
      .map((a) => a.averageDbu);
    const separation = clash ? 0 : itemAt(levels, own) - Math.max(...rivals);
    return finding(
      {
        topic: `apart ${source.id}`,
        value: separation,
        limit: SIDE_DB,
        unit: 'dB',
        margin: (separation - SIDE_DB) / SIDE_DB,
        brief: `${figure(Math.min(99, separation))} dB apart`,
        part: intended!.part,
        lane: 'signal',
      },
      {
        good: gateMessage('wired.own-channel', { source: source.name }),
        bad: gateMessage('wired.shared-channel', { source: source.name, apart: separation }),
      },
    );
  });
}
