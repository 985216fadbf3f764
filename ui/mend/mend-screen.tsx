'use client';
import Link from 'next/link';
import { useRouter, useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { Report } from '@/core/assess';
import { type Diagnosis, type HuntEvent, type Seen, saidWords } from '@/core/diagnose';
import { seenIn } from '@/core/log';
import type { Setup } from '@/core/model';
import { Button, StatusMark, useAll, useDiagnosis, useDrawer, useReport } from '../components';
import { SetupPicker, SetupScreen } from '../setup';
import { Screen } from '../shell';
import { EndCard } from './end-card';
import { NoticeCard } from './notice-card';
import { NowCard } from './now-card';
import { PlaceStrip } from './place-strip';
import { QuestionCard } from './question-card';
import { StandingList } from './standing-list';
import { TellChain } from './tell-chain';
import { useHunt } from './use-hunt';

/** Of the setup that lies open, or, at `?tell`, of a chain that is told first. */
export function MendScreen() {
  const asked = useSearchParams();
  const router = useRouter();
  if (asked.has('tell')) return <TellChain onLeave={() => router.push('/mend/')} />;
  return <SetupScreen name="Mend">{(kept) => <Desk key={kept.id} setup={kept} />}</SetupScreen>;
}

const NOTHING = [] as const;

/** From what is noticed to the cause: one question at a time, what it may be beside it. */
function Desk({ setup }: { readonly setup: Setup }) {
  const [events, become] = useHunt(setup);
  const entries = useAll('entries');
  // What is kept in the log while a hunt is on does not begin it anew.
  const [seen, setSeen] = useState<readonly Seen[]>();
  if (entries && seen === undefined) setSeen(seenIn(entries));
  const { diagnosis, isOld, share } = useDiagnosis(setup, useDrawer(), seen, events ?? NOTHING);
  const { report } = useReport(setup);
  const [chosen, setChosen] = useState<string | null>(null);
  const [noticing, setNoticing] = useState(false);
  const title = <SetupPicker setup={setup} />;
  if (events === null) return <Screen title={title}>{null}</Screen>;
  const noticed = [...new Set(events.flatMap((e) => ('noticed' in e ? e.noticed : [])))];
  const add = (...more: readonly HuntEvent[]) => {
    setChosen(null);
    become([...events, ...more]);
  };
  const words = saidWords(noticed);
  const asked = events.filter((e) => 'probe' in e).length;
  const back = events.length > 0 && (
    <>
      <Button look="quiet" onClick={() => become(lessOne(events))}>
        Step back
      </Button>
      <Button look="quiet" onClick={() => become([])}>
        Start again
      </Button>
    </>
  );
  const { danger = null } = diagnosis ?? {};
  if (danger !== null) {
    return (
      <Screen title={title}>
        <p className="flex max-w-prose items-start gap-2 rounded-xl border border-fail bg-fail-wash p-4 text-lg">
          <StatusMark status="fail" />
          <span>
            <b>First: {danger}</b> Nothing is tried while something can be harmed.{' '}
            <Link className="underline" href={`/line/?setup=${setup.id}`}>
              Put that right on Line
            </Link>
          </span>
        </p>
      </Screen>
    );
  }
  if (noticed.length === 0 || noticing) {
    return (
      <Screen
        title={title}
        under="Say what you notice. What it may be, and what to try next, is worked out for this setup."
      >
        <div className="max-w-6xl">
          {!noticing && (
            <p className="mb-3">
              Another chain is at fault?{' '}
              <Link className="inline-flex min-h-10 items-center underline" href="/mend/?tell">
                Tell it in five choices
              </Link>
            </p>
          )}
          <NoticeCard
            offered={diagnosis?.offered ?? null}
            again={noticing}
            onNotice={(ids, yesterday) => {
              setNoticing(false);
              add(...(yesterday ? [{ since: 'yesterday' } as const] : []), { noticed: ids });
            }}
            onLeave={noticing ? () => setNoticing(false) : null}
          />
        </div>
      </Screen>
    );
  }
  const shown = diagnosis && diagnosis.causes.length > 0 ? diagnosis : null;
  return (
    <Screen title={title} actions={back}>
      <p className="flex flex-wrap items-baseline justify-between gap-x-4">
        <span>
          You notice: <b>{words.join(' + ')}</b>
        </span>
        {shown?.next && (
          <span className="text-soft text-sm">
            {asked + 1} of about {Math.max(asked + 1, shown.about)}
          </span>
        )}
      </p>
      <div className="mt-2 flex flex-col gap-3 desk:grid desk:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] desk:items-start">
        {shown === null ? (
          <p className="rounded-xl border border-rule bg-card p-4" role="status">
            Working out what each fault would show: {Math.round(100 * share)} %.
          </p>
        ) : (
          <div className="flex min-w-0 flex-col gap-3">
            {shown.next && (
              <QuestionCard
                next={shown.next}
                waiting={isOld}
                onAnswer={(answer) => add({ probe: shown.next!.id, answer })}
                onChanged={() => {
                  become([...events, { probe: shown.next!.id, answer: 'no' }]);
                  setNoticing(true);
                }}
              />
            )}
            {shown.end && <EndCard setup={setup} end={shown.end} noticed={noticed} onAgain={() => become([])} />}
            <div className="hidden desk:block">
              <Place setup={setup} report={report} diagnosis={shown} chosen={chosen} />
            </div>
          </div>
        )}
        {shown && (
          <aside className="flex min-w-0 flex-col gap-3" aria-label="What it may be, and what to do at once">
            <StandingList
              causes={shown.causes}
              chosen={chosen}
              onChoose={(key) => setChosen(chosen === key ? null : key)}
            />
            {shown.now && <NowCard now={shown.now} />}
            <div className="desk:hidden">
              <Place setup={setup} report={report} diagnosis={shown} chosen={chosen} />
            </div>
          </aside>
        )}
      </div>
    </Screen>
  );
}

/** The last thing that was said or answered is taken back; what was said of the day before goes with what was noticed. */
function lessOne(events: readonly HuntEvent[]): readonly HuntEvent[] {
  const less = events.slice(0, -1);
  const last = less.at(-1);
  return last && 'since' in last ? less.slice(0, -1) : less;
}

interface PlaceProps {
  readonly setup: Setup;
  readonly report: Report | null;
  readonly diagnosis: Diagnosis;
  readonly chosen: string | null;
}

/** Of the cause that was pressed, else of what is asked: where on the line it is. */
function Place({ setup, report, diagnosis, chosen }: PlaceProps) {
  const at = diagnosis.causes.find((c) => c.key === chosen) ?? diagnosis.next ?? diagnosis.causes[0];
  const { joint = null, part = null } = at ?? {};
  const lines = report?.setup === setup.id ? report.lines : [];
  const meant = lines.find((l) =>
    joint !== null ? l.joints.includes(joint) : part !== null && l.parts.includes(part),
  );
  const line = meant ?? lines[0];
  if (!line) return null;
  return (
    <PlaceStrip
      setup={setup}
      parts={line.parts}
      joints={line.joints}
      joint={joint}
      part={joint === null ? part : null}
    />
  );
}
