import type { GateName } from '../format';
import type { Readings } from '../readings';
import { CLEAN_SNR_DB, clean, LEAST_DIRECT_DB, LEAST_OVER_HUM_DB } from './clean';
import { fit } from './fit';
import { heard } from './heard';
import { LOW_PEAK_DBFS, level, QUIET_PEAK_DBFS } from './level';
import { powered } from './powered';
import { safe } from './safe';
import { seen } from './seen';
import { inView } from './strange';
import { type ActKind, type Gate, type Verdict, verdict } from './verdict';
import { wired } from './wired';

export type { GateName } from '../format';
export { nameOf, roleText } from './say';
export { type ActKind, CAUTION_BELOW, type Finding, type Lane, type Status, type Verdict } from './verdict';
export { CLEAN_SNR_DB, LEAST_DIRECT_DB, LEAST_OVER_HUM_DB, LOW_PEAK_DBFS, QUIET_PEAK_DBFS };

/** Every gate, in the order they are shown. */
const GATE_OF = { fit, wired, seen, level, clean, powered, heard, safe } as const satisfies Record<GateName, Gate>;
export const GATES = Object.keys(GATE_OF) as readonly GateName[];

/** Which acts can have a say in what a gate finds. */
export const actsFor = (gate: GateName): readonly ActKind[] => GATE_OF[gate].acts;

/** How late a topic of a gate can be asked: 0 at once, then in the order of what must pass before. */
export const stageOf = (gate: GateName, topic: string): number =>
  ((GATE_OF[gate] as Gate).later ?? []).findIndex((r) => r.test(topic)) + 1;

const isOwn = (gate: GateName, topic: string): boolean => {
  const { ofEachDevice } = GATE_OF[gate] as Gate;
  return typeof ofEachDevice === 'boolean' ? ofEachDevice : ofEachDevice.test(topic);
};

/**
 * One gate. Every device that records must get what it needs: the worst of them speaks.
 * @param also the same setup as seen from its further destinations.
 * @example const sentence = judge('seen', readings).sentence;
 */
export function judge(gate: GateName, readings: Readings, also: readonly Readings[] = []): Verdict {
  const { judge: judgeOne, ofEachDevice, ofAll } = GATE_OF[gate] as Gate;
  const own = inView(gate, readings, judgeOne);
  const others = (ofEachDevice === false ? [] : also).flatMap((r) => {
    const at = r.compiled.device.part.id;
    return inView(gate, r, judgeOne)
      .findings.filter((f) => isOwn(gate, f.topic))
      .map((f) => ({ ...f, topic: `${f.topic} @${at}` }));
  });
  const together = ofAll?.([readings, ...also]) ?? [];
  const news = [...others, ...together].filter((f) => !own.findings.some((o) => o.sentence === f.sentence));
  return news.length === 0 ? own : verdict(gate, [...own.findings, ...news]);
}
