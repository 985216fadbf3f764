'use client';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import type { Report } from '@/core/assess';
import type { GateName } from '@/core/gates';
import type { Setup } from '@/core/model';
import { gateTitle, MarginBar, partName, StatusMark, useAll, useReport, useSetup, washOf } from '../components';
import { Screen } from '../shell';

/** Two setups side by side, gate by gate: which has more margin, and what is different. */
export function CompareScreen() {
  const router = useRouter();
  const query = useSearchParams();
  const setups = useAll('setups');
  const a = useSetup(query.get('a'));
  const wanted = query.get('b');
  const b = setups?.find((s) => s.id === wanted) ?? setups?.find((s) => s.id !== a?.id);
  const left = useReport(a);
  const right = useReport(b);
  if (setups === undefined || a === undefined) return <Screen title="Compare">{null}</Screen>;
  if (!a || !b) {
    return (
      <Screen title="Compare">
        <p>There must be two setups to compare: make a variant of one by its name on the line sheet.</p>
        <Link href="/line/" className="mt-2 inline-flex min-h-11 items-center font-semibold text-accent underline">
          Go to Line
        </Link>
      </Screen>
    );
  }
  const go = (first: string, second: string) =>
    router.push(`/compare/?a=${encodeURIComponent(first)}&b=${encodeURIComponent(second)}`);
  const [x, y] = [left.setup?.id === a.id ? left.report : null, right.setup?.id === b.id ? right.report : null];
  return (
    <Screen title="Compare" under="Two setups, gate by gate. The one with more margin is marked.">
      <div className="grid grid-cols-2 gap-3">
        <Choice label="Left" value={a.id} all={setups} onChange={(id) => go(id, b.id)} />
        <Choice label="Right" value={b.id} all={setups} onChange={(id) => go(a.id, id)} />
      </div>
      <ul className="mt-3 flex flex-col gap-2">
        {((x ?? y)?.verdicts ?? []).map(({ gate }) => (
          <li key={gate} className="grid grid-cols-2 gap-3" aria-label={gateTitle(gate)}>
            <Side gate={gate} own={x} other={y} />
            <Side gate={gate} own={y} other={x} />
          </li>
        ))}
      </ul>
      <section aria-label="What is different" className="mt-3 rounded-xl border border-rule bg-card p-3">
        <h2 className="font-bold">What is different</h2>
        <div className="mt-1 grid grid-cols-2 gap-3">
          <Only of={a} not={b} />
          <Only of={b} not={a} />
        </div>
      </section>
    </Screen>
  );
}

interface ChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly all: readonly Setup[];
  readonly onChange: (id: string) => void;
}

function Choice({ label, value, all, onChange }: ChoiceProps) {
  return (
    <label className="block">
      <span className="text-soft text-sm">{label}</span>
      <select
        value={value}
        onChange={(e) => onChange(e.target.value)}
        className="min-h-10 w-full rounded-lg border border-soft bg-card px-2 font-semibold"
      >
        {all.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </select>
    </label>
  );
}

interface SideProps {
  readonly gate: GateName;
  readonly own: Report | null;
  readonly other: Report | null;
}

/** So much more margin is worth a mark. */
const MORE = 0.05;

function Side({ gate, own, other }: SideProps) {
  const mine = own?.verdicts.find((v) => v.gate === gate);
  const theirs = other?.verdicts.find((v) => v.gate === gate);
  if (!mine) return <div className="min-h-20 rounded-xl border border-rule bg-card" />;
  const better = theirs !== undefined && (mine.margin ?? -9) > (theirs.margin ?? -9) + MORE;
  return (
    <div
      className={`min-w-0 rounded-xl border px-3 py-2 ${washOf(mine.status)} ${better ? 'border-2 border-accent' : 'border-rule'}`}
    >
      <p className="flex items-center gap-2 font-semibold">
        <StatusMark status={mine.status} size={18} /> {gateTitle(gate)}
        {better && <span className="ml-auto whitespace-nowrap text-accent text-xs desk:text-sm">more margin</span>}
      </p>
      <MarginBar margin={mine.margin} status={mine.status} />
      <p className="font-mono text-sm">{mine.brief}</p>
      <p className="text-sm leading-snug">{mine.sentence}</p>
    </div>
  );
}

/** Parts that only one of two has, by what they are. */
function Only({ of, not }: { readonly of: Setup; readonly not: Setup }) {
  const left = not.parts.map((p) => p.class);
  const only = of.parts.filter((p) => {
    const i = left.indexOf(p.class);
    if (i >= 0) left.splice(i, 1);
    return i < 0;
  });
  return (
    <ul className="flex flex-wrap content-start gap-1.5">
      {only.length === 0 && <li className="text-soft">no part that the other has not</li>}
      {only.map((p) => (
        <li key={p.id} className="wrap-anywhere rounded-md border border-rule px-2 py-0.5">
          {partName(p)}
        </li>
      ))}
    </ul>
  );
}
