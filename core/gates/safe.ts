import { atKey, grouped } from '../algorithms';
import type { Compiled } from '../compile';
import { capital, figure, type GateMessage, gateMessage } from '../format';
import { knobIn } from '../model';
import type { Hazard, Readings } from '../readings';
import { PROGRAMME_DBFS } from '../readings';
import { jointNumber, nameOf, placeOf } from './say';
import { type Finding, finding, type Gate, stated, type Verdict, verdict } from './verdict';

/** 6 dB below what does harm is comfortable. */
const COMFORT_DB = 6;
/** NIOSH: 85 dB(A) for 8 hours, half the time for each 3 dB more. */
const DOSE_DB = 85;
const DOSE_MINUTES = 480;
const EXCHANGE_DB = 3;

/** Can anything be harmed: a device by volts, a person by sound? */
export const safe: Gate = {
  judge: judgeAll,
  // Another device's own is only what its players do to ears.
  ofEachDevice: /^ear /,
  acts: ['switch', 'move', 'exchange', 'amount', 'careful', 'remove'],
};

function judgeAll(readings: Readings): Verdict {
  const { compiled } = readings;
  const findings: Finding[] = [...limitsNow(readings), ...limitsTurned(readings), ...tied(readings)];
  for (const ear of readings.ears) {
    const spl = Math.max(ear.leftSpl, ear.rightSpl);
    const allowed = DOSE_MINUTES * 2 ** ((DOSE_DB - spl) / EXCHANGE_DB);
    const { minutes } = compiled.setup.job;
    findings.push(
      finding(
        {
          topic: `ear ${ear.part}`,
          value: spl,
          limit: DOSE_DB,
          unit: 'dB(A)',
          margin: Math.log2(allowed / minutes),
          brief: `${figure(spl)} dB at full volume`,
          part: ear.part,
          lane: 'return',
        },
        {
          good: gateMessage('safe.ear-fine', { part: nameOf(compiled, ear.part) }),
          bad: gateMessage('safe.ear', {
            part: nameOf(compiled, ear.part),
            spl,
            allowed,
            programme: PROGRAMME_DBFS,
            minutes,
          }),
        },
      ),
    );
  }
  if (findings.length === 0) {
    findings.push(
      stated(
        'pass',
        { topic: 'risks', value: 0, limit: 0, unit: 'V', brief: 'nothing at risk', lane: 'signal' },
        gateMessage('safe.nothing', {}),
      ),
    );
  }
  return verdict('safe', findings);
}

/** Outputs that drive each other: they distort, and what is weakest of them gets warm. */
function tied({ compiled, tied: ties }: Readings): readonly Finding[] {
  return ties.map(({ a, b, joint, milliampere }) => {
    const name = (l: Hazard['limit']) => `${l.what} of ${nameOf(compiled, l.part)}`;
    const both =
      a.part === b.part && a.what === b.what ? `Left and right of ${name(a)}` : `${capital(name(a))} and ${name(b)}`;
    return stated(
      'caution',
      {
        topic: `tied ${a.part}/${a.id} ${b.part}/${b.id}`,
        value: milliampere,
        limit: 0,
        unit: 'mA',
        brief: 'two outputs joined',
        part: b.part,
        joint,
        lane: 'signal',
      },
      gateMessage('safe.tied', {
        both,
        joint: jointNumber(compiled, joint),
        current: milliampere,
        place: placeOf(compiled, joint),
      }),
    );
  });
}

/** Each limit as things stand: the worst of what is seated, what meets it on its way in, and the peaks of sound. */
function limitsNow({ compiled, hazards }: Readings): readonly Finding[] {
  const now = grouped(
    hazards.filter((h) => h.when === null),
    (h) => h.limit,
  );
  return compiled.limits.flatMap((limit): readonly Finding[] => {
    const all = now.get(limit) ?? [];
    if (all.length === 0) return [];
    const over = all.filter((h) => h.volt > limit.maxVolt);
    const worst = (over.length > 0 ? over : all).reduce((w, h) => (rank(h) > rank(w) ? h : w));
    const spareDb = 20 * Math.log10(limit.maxVolt / Math.max(worst.volt, 1e-6));
    return [
      finding(
        {
          topic: `limit ${limit.part}/${limit.id}`,
          value: worst.volt,
          limit: limit.maxVolt,
          unit: 'V',
          // What stands only while a plug goes in is told after what stays.
          margin: worst.milliampere === null ? spareDb / COMFORT_DB : Math.max(spareDb / COMFORT_DB, -0.5),
          brief: worst.volt > limit.maxVolt ? `${figure(worst.volt, 1)} V, bears ${limit.maxVolt}` : 'harmless',
          part: limit.part,
          joint: worst.joint ?? undefined,
          lane: 'signal',
        },
        {
          good: () => gateMessage('safe.fine', { what: limit.what, part: nameOf(compiled, limit.part) }),
          bad: () => harm(compiled, worst),
        },
      ),
    ];
  });
}

/** Seated volts are told before open ones: they are what stays. */
const rank = (h: Hazard): number => (h.volt / h.limit.maxVolt) * (h.milliampere === null ? 100 : 1);

function harm(compiled: Compiled, { limit, joint, volt, by, from }: Hazard): GateMessage {
  const at = {
    what: limit.what,
    part: nameOf(compiled, limit.part),
    joint: jointNumber(compiled, joint),
    place: placeOf(compiled, joint),
    volt,
    most: limit.maxVolt,
  };
  if (volt <= limit.maxVolt) return gateMessage('safe.stands', at);
  const isPhantom = from !== null && by !== 'peaks';
  return isPhantom
    ? gateMessage('safe.phantom', { ...at, from: nameOf(compiled, from) })
    : gateMessage('safe.over', at);
}

/** What passes as it stands and would not with a switch thrown or a knob turned: a caution with its position. */
function limitsTurned({ compiled, hazards }: Readings): readonly Finding[] {
  const now = new Set(hazards.filter((h) => h.when === null && h.volt > h.limit.maxVolt).map((h) => h.limit));
  const told = new Set<string>();
  return hazards.flatMap((h): readonly Finding[] => {
    if (h.when === null || h.volt <= h.limit.maxVolt || now.has(h.limit)) return [];
    const { partClass } = atKey(compiled.fitted, h.when.part);
    const knob = knobIn(partClass, h.when!.knob);
    const topic = `${knob.unit === 'dB' ? 'louder' : 'thrown'} ${h.when.part} ${h.when.knob} ${h.limit.part}`;
    if (told.has(topic)) return [];
    told.add(topic);
    const at = {
      knob: knob.label,
      name: nameOf(compiled, h.when.part),
      what: h.limit.what,
      part: nameOf(compiled, h.limit.part),
      joint: jointNumber(compiled, h.joint),
      most: h.limit.maxVolt,
    };
    return [
      stated(
        'caution',
        {
          topic,
          value: h.volt,
          limit: h.limit.maxVolt,
          unit: 'V',
          brief: knob.unit === 'dB' ? `${knob.label} too far harms` : `${knob.label} on would harm`,
          part: h.limit.part,
          ...(h.joint === null ? {} : { joint: h.joint }),
          lane: 'signal',
        },
        knob.unit === 'dB'
          ? gateMessage('safe.louder', { ...at, to: h.when.to })
          : gateMessage('safe.thrown', { ...at, volt: h.volt }),
      ),
    ];
  });
}
