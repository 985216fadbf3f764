import type { Compiled } from '../compile';
import type { Hazard, Readings } from '../readings';
import { PROGRAMME_DBFS } from '../readings';
import { dbText, jointSentence, minutesText, nameOf } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** 6 dB below what does harm is comfortable. */
const COMFORT_DB = 6;
/** NIOSH: 85 dB(A) for 8 hours, half the time for each 3 dB more. */
const DOSE_DB = 85;
const DOSE_MINUTES = 480;
const EXCHANGE_DB = 3;

/** Can anything be harmed: a device by volts, a person by sound? */
export function safeGate(readings: Readings): Verdict {
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
          room: Math.log2(allowed / minutes),
          brief: `${spl.toFixed(0)} dB at full volume`,
          part: ear.part,
          lane: 'return',
        },
        {
          good: `${nameOf(compiled, ear.part)} stay within a safe dose for the whole job.`,
          bad: `At full volume ${nameOf(compiled, ear.part)} play ordinary programme (${PROGRAMME_DBFS} dBFS) at ${spl.toFixed(0)} dB: safe for ${minutesText(allowed)}, and the job lasts ${minutesText(minutes)}. Start low, off the ears.`.replace(
            '(-',
            '(−',
          ),
        },
      ),
    );
  }
  if (findings.length === 0) {
    findings.push({
      topic: 'risks',
      status: 'pass',
      value: 0,
      limit: 0,
      unit: 'V',
      room: 1,
      brief: 'nothing at risk',
      sentence: 'No contact here can be harmed by what is plugged in.',
      lane: 'signal',
    });
  }
  return verdict('safe', findings);
}

/** Outputs that drive each other: they distort, and what is weakest of them gets warm. */
function tied({ compiled, tied: ties }: Readings): readonly Finding[] {
  return ties.map(({ a, b, joint, milliampere }) => {
    const name = (l: Hazard['limit']) => `${l.what} of ${nameOf(compiled, l.part)}`;
    const both =
      a.part === b.part && a.what === b.what ? `Left and right of ${name(a)}` : `${capital(name(a))} and ${name(b)}`;
    return {
      topic: `tied ${a.part}/${a.id} ${b.part}/${b.id}`,
      status: 'caution',
      value: milliampere,
      limit: 0,
      unit: 'mA',
      room: 0.1,
      brief: 'two outputs joined',
      sentence: `${both} are joined to each other at ${jointSentence(compiled, joint)}: each drives up to some ${Number(milliampere.toPrecision(1))} mA into the other. Join outputs through resistors or a mixer only.`,
      part: b.part,
      joint,
      lane: 'signal',
    };
  });
}

const capital = (words: string): string => `${words[0].toUpperCase()}${words.slice(1)}`;

/** Each limit as things stand: the worst of what is seated, what meets it on its way in, and the peaks of sound. */
function limitsNow({ compiled, hazards }: Readings): readonly Finding[] {
  return compiled.limits.flatMap((limit): readonly Finding[] => {
    const all = hazards.filter((h) => h.limit === limit && h.when === null);
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
          room: worst.milliampere === null ? spareDb / COMFORT_DB : Math.max(spareDb / COMFORT_DB, -0.5),
          brief: worst.volt > limit.maxVolt ? `${worst.volt.toFixed(1)} V, bears ${limit.maxVolt}` : 'harmless',
          part: limit.part,
          joint: worst.joint ?? undefined,
          lane: 'signal',
        },
        {
          good: `The voltages at ${limit.what} of the ${nameOf(compiled, limit.part)} are harmless.`,
          bad: harm(compiled, worst),
        },
      ),
    ];
  });
}

/** Seated volts are told before open ones: they are what stays. */
const rank = (h: Hazard): number => (h.volt / h.limit.maxVolt) * (h.milliampere === null ? 100 : 1);

function harm(compiled: Compiled, { limit, joint, volt, by, from }: Hazard): string {
  const where = joint ? ` at ${jointSentence(compiled, joint)}` : '';
  const what = `${limit.what} of the ${nameOf(compiled, limit.part)}`;
  const phantom = from !== null && by !== 'peaks';
  if (volt <= limit.maxVolt) return `${volt.toFixed(1)} V stand on ${what}${where}; it bears ${limit.maxVolt} V.`;
  return phantom
    ? `Danger to gear: phantom power of ${nameOf(compiled, from)} goes into ${what}${where}: ${volt.toFixed(1)} V, above ${limit.maxVolt} V it can be damaged. Never toward a phone or an output.`
    : `Danger to gear: ${volt.toFixed(1)} V reach ${what}${where}; above ${limit.maxVolt} V it can be damaged. Do not plug it in like this.`;
}

/** What passes as it stands and would not with a switch thrown or a knob turned: a caution with its position. */
function limitsTurned({ compiled, hazards }: Readings): readonly Finding[] {
  const now = new Set(hazards.filter((h) => h.when === null && h.volt > h.limit.maxVolt).map((h) => h.limit));
  const told = new Set<string>();
  return hazards.flatMap((h): readonly Finding[] => {
    if (h.when === null || h.volt <= h.limit.maxVolt || now.has(h.limit)) return [];
    const { partClass } = compiled.fitted.get(h.when.part)!;
    const knob = partClass.knobs!.find((k) => k.id === h.when!.knob)!;
    const topic = `${knob.unit === 'dB' ? 'louder' : 'thrown'} ${h.when.part} ${h.when.knob} ${h.limit.part}`;
    if (told.has(topic)) return [];
    told.add(topic);
    const where = h.joint ? ` at ${jointSentence(compiled, h.joint)}` : '';
    const what = `${h.limit.what} of the ${nameOf(compiled, h.limit.part)}${where}`;
    const name = nameOf(compiled, h.when.part);
    const sentence =
      knob.unit === 'dB'
        ? `${knob.label} of ${name} turned up to ${dbText(h.when.to).replace('+', '')} would drive more than ${h.limit.maxVolt} V into ${what}, which could damage it.`
        : `Leave ${knob.label} of ${name} as it is: thrown, it would send ${h.volt.toFixed(0)} V into ${what}, which bears ${h.limit.maxVolt} V.`;
    return [
      {
        topic,
        status: 'caution',
        value: h.volt,
        limit: h.limit.maxVolt,
        unit: 'V',
        room: 0.1,
        brief: knob.unit === 'dB' ? `${knob.label} too far harms` : `${knob.label} on would harm`,
        sentence,
        part: h.limit.part,
        ...(h.joint === null ? {} : { joint: h.joint }),
        lane: 'signal',
      },
    ];
  });
}
