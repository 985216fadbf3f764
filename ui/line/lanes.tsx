'use client';
import type { CSSProperties, ReactNode } from 'react';
import type { Report } from '@/core/assess';
import type { Lane } from '@/core/gates';
import type { PartId, Setup } from '@/core/model';
import { appOf, nameIn } from '../components';
import { type Across, SignalLane } from '../setup';
import { FlowLane } from './flow-lane';
import { ownPower, powerFlows, returnFlows, returnWords } from './flows';
import type { Lit } from './focus';
import { GroundLane, groundWords } from './ground-lane';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly across: Across;
  readonly lit: Lit;
  /** The joint that is to blame, where one is. */
  readonly stopsAt: string | undefined;
}

/** Four lanes on the same horizontal places as the parts. */
export function Lanes(props: Props) {
  const { setup, report, across, lit, stopsAt } = props;
  const power = powerFlows(report);
  const heard = returnFlows(setup, report);
  const app = appOf(report.app).name;
  const say = (lane: Lane): string => report.verdicts.find((v) => v.lane === lane && v.status !== 'pass')?.brief ?? '';
  return (
    <div className="mt-3 flex flex-col gap-2">
      <LaneCard name="signal" about="dBu along the line: ceiling, peaks, average, noise" lit={lit}>
        <SignalLane setup={setup} report={report} across={across} stopsAt={stopsAt} />
      </LaneCard>
      <LaneCard name="power" about={say('power') || 'who powers what'} lit={lit}>
        <FlowLane
          setup={setup}
          across={across}
          flows={power}
          app={app}
          spoken={power
            .map((f) => `${f.from ? nameIn(setup, f.from) : app} to ${nameIn(setup, f.to)}: ${f.label}`)
            .join('. ')}
        />
        <Tokens across={across} tokens={ownPower(setup, report)} />
      </LaneCard>
      <LaneCard name="ground" about={groundWords(setup, report)} lit={lit}>
        <GroundLane setup={setup} report={report} across={across} />
      </LaneCard>
      <LaneCard name="return" about={returnWords(setup, report)} lit={lit}>
        <FlowLane setup={setup} across={across} flows={heard} app={app} spoken={returnWords(setup, report)} />
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
      <h2 className="sticky left-0 inline-block px-3">
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

/** So high is one fact of two lines. */
const TOKEN = 46;

/** Small facts under their parts; on a phone, one below another with the part's name. */
function Tokens({ across, tokens }: { readonly across: Across; readonly tokens: readonly Token[] }) {
  if (tokens.length === 0) return null;
  // Parts that stand one below another share a place across: their facts go one below another too.
  const placed = tokens.map((t, i) => {
    const at = across.at.get(t.part) ?? across.app;
    const above = tokens.slice(0, i).filter((o) => Math.abs((across.at.get(o.part) ?? across.app) - at) < CLOSE);
    return { ...t, at, row: above.length };
  });
  const rows = 1 + Math.max(...placed.map((t) => t.row));
  return (
    <ul
      className="flex flex-wrap gap-1 px-3 pb-1 desk:relative desk:block desk:h-(--high) desk:px-0"
      style={{ '--high': `${rows * TOKEN}px` } as CSSProperties}
    >
      {placed.map((t) => (
        <li
          key={`${t.part} ${t.top}`}
          className={`rounded-lg px-2 py-0.5 text-center text-sm leading-tight desk:absolute desk:top-(--top) desk:left-(--left) desk:w-max desk:-translate-x-1/2 ${t.wrong ? 'bg-fail-wash text-fail' : 'bg-paper'}`}
          style={{ '--left': `${t.at * 100}%`, '--top': `${t.row * TOKEN}px` } as CSSProperties}
        >
          <span className="block">{t.top}</span>
          <span className="block font-mono font-semibold">{t.bottom}</span>
        </li>
      ))}
    </ul>
  );
}

/** Nearer than this share of the width, two facts would lie on each other. */
const CLOSE = 0.09;
