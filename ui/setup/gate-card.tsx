'use client';
import { oneWith } from '@/core/algorithms';
import type { Report } from '@/core/assess';
import { figure } from '@/core/format';
import type { GateName, Status } from '@/core/gates';
import type { Standing } from '@/core/mend';
import type { Setup } from '@/core/model';
import type { Quieter } from '@/core/plan';
import { gateTitle, outcomeText, StatusMark, useMoney } from '../components';

interface Props {
  readonly report: Report;
  readonly gate: GateName;
  readonly standing: Standing;
  /** The first fix stands above already: only the others are offered here. */
  readonly headed?: boolean;
  readonly searching: boolean;
  /** What would bring hum down, where hum is what is wrong; null while it is looked for or not wanted. */
  readonly quieter: readonly Quieter[] | null;
  readonly onMend: (label: string, setup: Setup) => void;
}

const EDGES: Readonly<Record<Status, string>> = {
  pass: 'border-rule',
  caution: 'border-caution',
  fail: 'border-fail',
  'not known': 'border-soft',
};

/** What a gate found, in a sentence; why, as soon as that is known; and what would mend it, one press each. */
export function GateCard({
  report,
  gate,
  standing: { causes, mends },
  headed = false,
  searching,
  quieter,
  onMend,
}: Props) {
  const money = useMoney();
  const verdict = oneWith(report.verdicts, 'gate', gate);
  const others = [...new Map(verdict.findings.map((f) => [f.sentence, f])).values()].filter(
    (f) => f.sentence !== verdict.sentence,
  );
  const cause = verdict.status === 'pass' ? undefined : causes.find((c) => c.faults.some((f) => f.gate === gate));
  const from = cause?.faults[0]?.gate;
  const ill = report.verdicts.some((v) => v.status !== 'pass');
  const fails = report.verdicts.some((v) => v.status === 'fail');
  const offered = headed && fails ? mends.slice(1) : mends;
  return (
    <section
      aria-label={`${gateTitle(gate)} gate`}
      className={`rounded-xl border bg-card p-4 ${EDGES[verdict.status]}`}
    >
      <h2 className="flex items-center gap-2 font-bold">
        <StatusMark status={verdict.status} />
        {gateTitle(gate)}
      </h2>
      <p className="mt-1">
        {verdict.status === 'pass' ? <span className="text-soft">{verdict.asks} </span> : null}
        {cause ? (
          <>
            {from !== undefined && from !== gate && `Follows from ${gateTitle(from)}: `}
            <b>{cause.sentence}</b> {verdict.sentence}
          </>
        ) : (
          <Said sentence={verdict.sentence} strong={verdict.status !== 'pass'} />
        )}
      </p>
      {verdict.status !== 'pass' && verdict.detail && (
        <details className="mt-2 text-soft">
          <summary className="min-h-6">Why?</summary>
          <p className="mt-1">{verdict.detail}</p>
        </details>
      )}
      {others.length > 0 && (
        <details className="mt-2 text-soft">
          <summary className="min-h-6">{others.length} more</summary>
          <ul className="mt-1 flex list-disc flex-col gap-1 pl-5">
            {others.map((f) => (
              <li key={f.sentence}>
                {f.sentence} {f.status !== 'pass' && f.detail}
              </li>
            ))}
          </ul>
        </details>
      )}
      {quieter && quieter.length > 0 && (
        <div className="mt-3">
          <h3 className="font-bold">What would bring the hum down</h3>
          <ul className="mt-1 flex flex-col gap-1">
            {quieter.map((q) => (
              <li key={q.label}>
                <button
                  type="button"
                  onClick={() => onMend(q.label, q.setup)}
                  className="flex min-h-11 w-full items-center justify-between gap-2 rounded-lg border border-rule px-3 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
                >
                  <span className="leading-tight">
                    {q.label}
                    {q.cost > 0 && <span className="text-soft text-sm"> · about {money(q.cost)}</span>}
                  </span>
                  <span className="shrink-0 font-mono font-semibold">some {figure(q.gainDb)} dB</span>
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {ill && (
        <div className="mt-3 flex flex-col gap-2">
          {offered.map((m, i) => (
            <button
              key={m.label}
              type="button"
              onClick={() => onMend(m.label, m.setup)}
              className={`min-h-11 rounded-lg border px-3 py-2 text-left ${i === 0 && !headed ? 'border-accent bg-accent text-accent-ink' : 'border-rule bg-card hover:border-accent'}`}
            >
              <span className="font-semibold">{m.label}</span>
              <span className="block text-sm">{outcomeText(m, money)}</span>
            </button>
          ))}
          {searching && <p className="text-soft text-sm">Trying fixes on a copy...</p>}
          {!searching && mends.length === 0 && (
            <p className="text-soft text-sm">
              Nothing that was tried makes it better. Try other parts: press one in the row.
            </p>
          )}
        </div>
      )}
    </section>
  );
}

/** A finding's first sentence is what happens; the rest is why. */
function Said({ sentence, strong }: { readonly sentence: string; readonly strong: boolean }) {
  const end = sentence.search(/[.:] /);
  if (!strong || end < 0) return sentence;
  return (
    <>
      <b>{sentence.slice(0, end + 1)}</b>
      {sentence.slice(end + 1)}
    </>
  );
}
