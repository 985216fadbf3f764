import type { Readings } from '../readings';
import { PROGRAMME_DBFS } from '../readings';
import { dbu, peakDbu, voiceVolt, voltOf } from '../signal';
import { jointSentence, minutesText, nameOf } from './say';
import { type Finding, finding, type Verdict, verdict } from './verdict';

/** 6 dB below what does harm is comfortable. */
const COMFORT_DB = 6;
/** NIOSH: 85 dB(A) for 8 hours, half the time for each 3 dB more. */
const DOSE_DB = 85;
const DOSE_MINUTES = 480;
const EXCHANGE_DB = 3;

/** Can anything be harmed: a device by volts, a person by sound? */
export function safeGate(readings: Readings): Verdict {
  const { compiled, op, responses } = readings;
  const findings: Finding[] = compiled.limits.map((limit) => {
    const steady = Math.abs(op.solution.between(limit.p, limit.n).re);
    const loudest = Math.max(0, ...compiled.setup.job.sources.map((s) => voiceVolt(responses, s.id, limit.p, limit.n)));
    const peak = loudest > 0 ? voltOf(peakDbu(dbu(loudest))) * Math.SQRT2 : 0;
    const volt = steady + peak;
    const spareDb = 20 * Math.log10(limit.maxVolt / Math.max(volt, 1e-6));
    const joint = compiled.joints.find(({ a, b }) =>
      [a, b].some(
        (s) => s.part.id === limit.part && [limit.p, limit.n].some((n) => n.startsWith(`${limit.part}/${s.port.id}.`)),
      ),
    )?.joint.id;
    const on = compiled.setup.parts.find((p) => p.knobs?.phantom === 1);
    const why =
      steady > peak && on
        ? `48 V is on at ${nameOf(compiled, on.id)}: switch it off before you plug, and never send it toward a phone.`
        : 'Put a pad in between before you plug.';
    return finding(
      {
        value: volt,
        limit: limit.maxVolt,
        unit: 'V',
        room: spareDb / COMFORT_DB,
        brief: `${volt.toFixed(1)} of ${limit.maxVolt} V`,
        part: limit.part,
        joint,
        lane: 'signal',
      },
      {
        good: `No contact of the ${nameOf(compiled, limit.part)} sees more than ${volt.toFixed(1)} V.`,
        bad: `${volt.toFixed(1)} V reach ${limit.what} of the ${nameOf(compiled, limit.part)}${joint ? ` at ${jointSentence(compiled, joint)}` : ''}; above ${limit.maxVolt} V it can be damaged. ${why}`,
      },
    );
  });
  for (const ear of readings.ears) {
    const spl = Math.max(ear.leftSpl, ear.rightSpl);
    const allowed = DOSE_MINUTES * 2 ** ((DOSE_DB - spl) / EXCHANGE_DB);
    const { minutes } = compiled.setup.job;
    findings.push(
      finding(
        {
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
