import type { Readings } from '../readings';
import { CLEAN_SNR_DB, cleanGate, LEAST_OVER_HUM_DB } from './clean';
import { fitGate } from './fit';
import { heardGate } from './heard';
import { LOW_PEAK_DBFS, levelGate, QUIET_PEAK_DBFS } from './level';
import { poweredGate } from './powered';
import { safeGate } from './safe';
import { seenGate } from './seen';
import { inView } from './strange';
import { GATES, type GateName, type Verdict, verdict } from './verdict';
import { wiredGate } from './wired';

export { nameOf, ohmText, roleText, voltText } from './say';
export { type Finding, GATES, type GateName, type Lane, type Status, type Verdict } from './verdict';
export { CLEAN_SNR_DB, LEAST_OVER_HUM_DB, LOW_PEAK_DBFS, QUIET_PEAK_DBFS };

const GATE_OF = {
  fit: fitGate,
  wired: wiredGate,
  seen: seenGate,
  level: levelGate,
  clean: cleanGate,
  powered: poweredGate,
  heard: heardGate,
  safe: safeGate,
} as const satisfies Record<GateName, (readings: Readings) => Verdict>;

/** What a further destination is judged by; the rest is said once, of the whole. */
const OF_EACH_DEVICE: readonly GateName[] = ['wired', 'seen', 'level', 'clean', 'powered', 'heard', 'safe'];
/** Of these only so much is another device's own: whether those it calls hear themselves, what its players do to ears. */
const OWN_TOPICS: Partial<Record<GateName, RegExp>> = { heard: /^echo /, safe: /^ear / };

/**
 * All eight gates, in order. Every device that records must get what it needs: the worst of them speaks.
 * @param also the same setup as seen from its further destinations.
 */
export const judge = (readings: Readings, also: readonly Readings[] = []): readonly Verdict[] =>
  GATES.map((gate) => {
    const own = inView(gate, readings, GATE_OF[gate]);
    const others = OF_EACH_DEVICE.includes(gate)
      ? also.flatMap((r) => {
          const at = r.compiled.device.part.id;
          return inView(gate, r, GATE_OF[gate])
            .findings.filter((f) => OWN_TOPICS[gate]?.test(f.topic) ?? true)
            .map((f) => ({ ...f, topic: `${f.topic} @${at}` }));
        })
      : [];
    const news = others.filter((f) => !own.findings.some((o) => o.sentence === f.sentence));
    return news.length === 0 ? own : verdict(gate, [...own.findings, ...news]);
  });
