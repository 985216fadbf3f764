import type { Assessment } from '@/core/assess';
import { magnitude } from '@/core/circuit';

/** An assessment as plain JSON: verdicts, and the readings they were judged from. Infinite ohms become null. */
export function report({ readings, verdicts, weakest }: Assessment) {
  const finite = (x: number) => (Number.isFinite(x) ? x : null);
  return {
    setup: readings.compiled.setup.id,
    weakest: weakest.gate,
    verdicts: verdicts.map(({ findings, ...v }) => ({ ...v, findings })),
    inputs: readings.entries.map((e) => ({
      part: e.part,
      label: e.spec.label,
      listed: e.listed,
      why: e.why ?? readings.choice.passedOver.get(e) ?? null,
      chosen: e === readings.choice.entry,
      senseOhm: e.sense ? finite(e.sense.ohm) : null,
      headphoneOhm: e.headphones ? finite(e.headphones.ohm) : null,
    })),
    channels: readings.channels.map((c) => ({
      part: c.input.part,
      input: c.input.id,
      fullScaleDbu: c.input.fullScaleDbu,
      noiseVolt: c.noise.volt,
      noiseAWeightedVolt: c.noise.aWeightedVolt,
      largestNoises: c.noise.shares.slice(0, 5),
      snrDbA: finite(c.snrDb),
      arrivals: c.arrivals.map((a) => ({
        source: a.source,
        averageDbu: a.averageDbu,
        peakDbfs: a.peakDbfs,
        voltAt1k: magnitude(a.at1k),
      })),
    })),
    joints: [...readings.joints.values()],
    stages: readings.stages.map((s) => ({
      part: s.stage.part,
      stage: s.stage.id,
      averageDbu: s.averageDbu,
      clipDbu: s.stage.clipDbu,
      headroomDb: s.headroomDb,
    })),
    usb: readings.usb.supplies,
    runtimes: readings.runtimes.map((r) => ({ part: r.part, minutes: finite(r.minutes) })),
    ears: readings.ears,
  };
}
