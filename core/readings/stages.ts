import type { Compiled, Stage } from '../compile';
import { dbu, peakDbu, type Responses, voiceVolt } from '../signal';

/** The output of one amplifier: how far the loudest source's peaks stay below its clip level. */
export interface StageReading {
  readonly stage: Stage;
  readonly averageDbu: number;
  readonly headroomDb: number;
}

export function readStages(compiled: Compiled, responses: Responses): readonly StageReading[] {
  return compiled.stages.map((stage) => {
    const volt = Math.max(
      0,
      ...compiled.setup.job.sources.map((s) => voiceVolt(responses, s.id, stage.driveNode, stage.n)),
    );
    return { stage, averageDbu: dbu(volt), headroomDb: stage.clipDbu - peakDbu(dbu(volt)) };
  });
}
