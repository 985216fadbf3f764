import { itemAt } from '../algorithms';
import { firstSentence } from '../format';
import type { Finding, GateName, Verdict } from '../gates';
import type { JointId, PartId } from '../model';
import type { Cause } from './causes';
import { FIRST, rankOf } from './consequence';
import { type Fault, keyOf } from './effect';

/** How a setup stands, in one line for the top of a page. */
export interface Headline {
  /** All of it in one line. */
  readonly line: string;
  /** Whether it works; what is wrong and where, first what can do harm; how much fails, by how many causes. */
  readonly verdict: string;
  readonly sentence: string;
  readonly count: string;
  /** The gate it speaks of, and the place; null where all pass. */
  readonly gate: GateName | null;
  readonly part?: PartId;
  readonly joint?: JointId;
}

/**
 * The first line: whether it works, what is wrong, how many of the gates fail by how many causes.
 * @param causes as far as they are known.
 */
export function headline(verdicts: readonly Verdict[], causes: readonly Cause[]): Headline {
  const failing = verdicts.filter((v) => v.status === 'fail');
  if (failing.length === 0) return withoutFault(verdicts);
  const { sentence, fault, finding, cause } = speaker(verdicts, causes);
  const explained = new Set(causes.flatMap((c) => c.faults.map(keyOf)));
  const all = failing.flatMap((v) =>
    v.findings.filter((f) => f.status === 'fail').map((f) => keyOf({ gate: v.gate, topic: f.topic })),
  );
  const by = all.every((k) => explained.has(k))
    ? `, ${causes.length === 1 ? 'one cause' : `${causes.length} causes`}`
    : '';
  const place = cause ?? finding;
  return whole({
    verdict: 'Does not work yet',
    sentence: firstOf(sentence),
    count: `${failing.length} of ${verdicts.length} fail${by}`,
    gate: fault.gate,
    ...(place?.part === undefined ? {} : { part: place.part }),
    ...(place?.joint === undefined ? {} : { joint: place.joint }),
  });
}

function withoutFault(verdicts: readonly Verdict[]): Headline {
  const unknown = verdicts.filter((v) => v.status === 'not known');
  if (unknown.length > 0) {
    const count = `${unknown.length} of ${verdicts.length} gates not known`;
    return whole({
      verdict: 'Not known yet',
      sentence: firstOf(itemAt(unknown, 0).sentence),
      count,
      gate: itemAt(unknown, 0).gate,
    });
  }
  const cautions = verdicts.filter((v) => v.status === 'caution');
  const [worst] = [...cautions].sort((a, b) => (a.margin ?? 0) - (b.margin ?? 0));
  if (!worst) return whole({ verdict: 'Works', sentence: '', count: `all ${verdicts.length} gates pass`, gate: null });
  return whole({
    verdict: 'Works',
    sentence: firstOf(worst.sentence),
    count: `with ${cautions.length === 1 ? 'one caution' : `${cautions.length} cautions`}`,
    gate: worst.gate,
  });
}

const whole = (h: Omit<Headline, 'line'>): Headline => ({
  ...h,
  line: `${h.verdict}: ${h.sentence === '' ? '' : `${h.sentence} `}${h.count}.`,
});

function speaker(verdicts: readonly Verdict[], causes: readonly Cause[]) {
  const failing = verdicts.filter((v) => v.status === 'fail');
  const harm = first(failing, 0, 1);
  if (harm) return { sentence: harm.finding.sentence, ...harm, cause: undefined };
  const [cause] = causes;
  const told = new Set(causes.flatMap((c) => c.faults.map(keyOf)));
  // What no act at hand explains speaks first where what is explained hangs on it.
  const untold = failing.map((v) => ({
    ...v,
    findings: v.findings.filter((f) => !told.has(keyOf({ gate: v.gate, topic: f.topic }))),
  }));
  const other = first(untold, 0, FIRST.length);
  const roomOf = (f: Fault) =>
    failing.find((v) => v.gate === f.gate)?.findings.find((x) => x.topic === f.topic)?.margin ?? 0;
  const isDeeper =
    cause &&
    other &&
    cause.faults.every(
      (f) =>
        rankOf(f) > rankOf(other.fault) ||
        // Of two of a kind, the worse.
        (rankOf(f) === rankOf(other.fault) && f.gate === 'powered' && (other.finding.margin ?? 0) < roomOf(f)),
    );
  if (isDeeper) return { sentence: other.finding.sentence, ...other, cause: undefined };
  if (cause) {
    const fault = itemAt(cause.faults, 0);
    const finding = failing.flatMap((v) => v.findings).find((f) => f.topic === fault.topic);
    return { sentence: cause.sentence, fault, finding, cause };
  }
  const found = first(failing, 0, FIRST.length)!;
  return { sentence: found.finding.sentence, ...found, cause: undefined };
}

function first(
  failing: readonly Verdict[],
  from: number,
  to: number,
): { readonly fault: Fault; readonly finding: Finding } | null {
  for (const [gate, topic] of FIRST.slice(from, to)) {
    const verdict = failing.find((v) => v.gate === gate);
    const finding = verdict?.findings.find((f) => f.status === 'fail' && topic.test(f.topic));
    if (finding) return { fault: { gate, topic: finding.topic }, finding };
  }
  return null;
}

/** Verdict and place; what was measured, in brackets and in what follows, is for those who ask why. */
const firstOf = (sentence: string): string => firstSentence(sentence).replace(/ \([^)]*\)/g, '');
