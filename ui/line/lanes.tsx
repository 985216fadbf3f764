'use client';
import type { ReactNode } from 'react';
import type { Report } from '@/core/assess';
import type { Lane } from '@/core/gates';
import type { PartId, Setup } from '@/core/model';
import { appOf, nameIn } from '../components';
import { type Layout, SignalLane } from '../setup';
import { FlowLane } from './flow-lane';
import { ownPower, powerFlows, returnFlows, returnWords } from './flows';
import type { Lit } from './focus';
import { GroundLane, groundWords } from './ground-lane';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly layout: Layout;
  readonly lit: Lit;
  /** The joint that is to blame, where one is. */
  readonly stopsAt: string | undefined;
}

/** Four lanes on the same horizontal places as the parts. */
export function Lanes(props: Props) {
  const { setup, report, layout, lit, stopsAt } = props;
  const power = powerFlows(report);
  const heard = returnFlows(setup, report);
  const app = appOf(report.app).name;
  const say = (lane: Lane): string => report.verdicts.find((v) => v.lane === lane && v.status !== 'pass')?.brief ?? '';
  return (
    <div className="mt-3 flex flex-col gap-2">
      <LaneCard name="signal" about="dBu along the line: ceiling, peaks, average, noise" lit={lit}>
        <SignalLane setup={setup} report={report} layout={layout} stopsAt={stopsAt} />
      </LaneCard>
      <LaneCard name="power" about={say('power') || 'who powers what'} lit={lit}>
        <FlowLane
          setup={setup}
          layout={layout}
          flows={power}
          app={app}
          spoken={power
            .map((f) => `${f.from ? nameIn(setup, f.from) : app} to ${nameIn(setup, f.to)}: ${f.label}`)
            .join('. ')}
        />
        <Tokens layout={layout} tokens={ownPower(setup, report)} />
      </LaneCard>
      <LaneCard name="ground" about={groundWords(setup, report)} lit={lit}>
        <GroundLane setup={setup} report={report} layout={layout} />
      </LaneCard>
      <LaneCard name="return" about={returnWords(setup, report)} lit={lit}>
        <FlowLane setup={setup} layout={layout} flows={heard} app={app} spoken={returnWords(setup, report)} />
      </LaneCard>
    </div>
  );
}

function LaneCard({
  name,
  about,
  lit,
  children,
}: {
  readonly name: Lane;
  readonly about: string;
  readonly lit: Lit;
  readonly children: ReactNode;
}) {
  const on = lit.lane === name;
  return (
    <section
      aria-label={`${name} lane`}
      className={`rounded-xl border bg-card py-1.5 ${on ? (lit.wrong ? 'border-fail' : 'border-accent') : 'border-rule'}`}
    >
      <h2 className="px-3">
        <span className="mr-3 font-bold text-accent">{name}</span>
        <span className="text-soft text-sm">{about}</span>
      </h2>
      {children}
    </section>
  );
}

interface Token {
  readonly part: PartId;
  readonly top: string;
  readonly bottom: string;
  readonly wrong: boolean;
}

/** Small facts under their parts; on a phone, one below another with the part's name. */
function Tokens({ layout, tokens }: { readonly layout: Layout; readonly tokens: readonly Token[] }) {
  if (tokens.length === 0) return null;
  return (
    <ul
      className="flex flex-wrap gap-1 px-3 pb-1 desk:grid desk:grid-flow-row-dense desk:gap-0 desk:px-0"
      style={{ gridTemplateColumns: `repeat(${layout.columns + 1}, minmax(0, 1fr))` }}
    >
      {tokens.map((t) => (
        <li
          key={`${t.part} ${t.top}`}
          className={`rounded-lg px-2 py-0.5 text-center text-sm leading-tight desk:mx-1 ${t.wrong ? 'bg-fail-wash text-fail' : 'bg-paper'}`}
          style={{ gridColumn: layout.spots.find((s) => s.part === t.part)!.column + 1 }}
        >
          <span className="block">{t.top}</span>
          <span className="block font-mono font-semibold">{t.bottom}</span>
        </li>
      ))}
    </ul>
  );
}
