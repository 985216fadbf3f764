'use client';
import { useRouter, useSearchParams } from 'next/navigation';
import { lazy, Suspense } from 'react';
import { catalogue } from '@/catalogue';
import { type Job, writeDocument } from '@/core/model';
import type { Answer } from '@/core/plan';
import { idsOf } from '@/store';
import {
  appOf,
  Button,
  headsetOnly,
  keepChange,
  keepRevision,
  setSetting,
  useAll,
  useJob,
  useKnownDrawer,
  useMoney,
  usePlan,
  useUses,
} from '../components';
import { HandOver, Missing, Screen, saveFile, tell, useOverruled, Welcome } from '../shell';
import { AnswerStrip } from './answer-strip';
import { beginJob } from './begin-job';
import { DeadEnd } from './dead-end';
import { LastTime } from './last-time';
import { letterOf } from './letter';
import { WhyNotAsk } from './why-not';

// The choosers and the chart come after the first paint, while the documents are read: the page needs none to begin. All of it
// is shown at once: nothing is pushed away by what comes later.
const Sentence = lazy(() => import('./sentence').then((m) => ({ default: m.Sentence })));
const CostChart = lazy(() => import('./cost-chart').then((m) => ({ default: m.CostChart })));
const JobPicker = lazy(() => import('./job-picker').then((m) => ({ default: m.JobPicker })));

/** Keeps a chain as a setup of its own, under the first free name. */
async function keepAnswer(job: Job, answer: Answer, letter: string): Promise<string | null> {
  const stem = `${job.id.slice(0, 50)}-${letter.toLowerCase()}`;
  const taken = await idsOf('setups');
  let id = stem;
  for (let n = 2; taken.has(id); n++) id = `${stem}-${n}`;
  const setup = { ...answer.setup, id, name: `${job.name}, chain ${letter}`.slice(0, 120) };
  if (!(await keepChange(`Open chain ${letter}`, [{ kind: 'setups', id, become: () => setup }]))) return null;
  await setSetting('setup', id);
  return id;
}

export const JobScreen = () => (
  <Suspense fallback={<Loading />}>
    <Desk />
  </Suspense>
);

const Loading = () => <Screen title="Job">{null}</Screen>;

function Desk() {
  const router = useRouter();
  const wanted = useSearchParams().get('job');
  const job = useJob(wanted);
  useOverruled('jobs', job);
  const drawer = useKnownDrawer();
  const money = useMoney();
  const { progress, searching, stop } = usePlan(job, drawer);
  const others = (useAll('jobs') ?? []).filter((j) => j.id !== job?.id);
  const buying = !searching && progress !== null && progress.answers.some((a) => a.toBuy.length > 0);
  const uses = useUses(others, drawer, buying && others.length > 0);
  if (job === undefined) return <Loading />;
  if (job === null) {
    if (wanted !== null) return <Missing what="job" id={wanted} />;
    return (
      <Screen title="No job yet" actions={<JobPicker job={null} />}>
        <Welcome />
        <p>Write what you want as a sentence, or bring a job in under Files.</p>
        <Button look="main" className="mt-3" onClick={() => void beginJob()}>
          Write a job
        </Button>
      </Screen>
    );
  }
  const fill = async (label: string, next: Job) => {
    const { word } = await keepRevision(label, 'jobs', job, next);
    if (word) tell(word);
  };
  const open = async (answer: Answer, letter: string) => {
    const id = await keepAnswer(job, answer, letter);
    if (id === null) return;
    tell(`Chain ${letter} is kept as a setup of its own.`);
    router.push(`/line/?setup=${encodeURIComponent(id)}`);
  };
  const answers = progress?.answers ?? [];
  const passing = answers.filter((a) => a.score.failing + a.score.unknown === 0).length;
  return (
    <Screen
      title={<JobPicker job={job} />}
      actions={
        <>
          <Button onClick={() => router.push('/kit/')}>Several jobs, one kit</Button>
          <HandOver kind="job" id={job.id} />
          <Button onClick={() => saveFile(`${job.id}.job.json`, writeDocument(job))}>Save to file</Button>
        </>
      }
    >
      <Welcome />
      <Sentence job={job} onFill={fill} />
      <div className="mt-5 grid gap-6 desk:grid-cols-[18rem_1fr]">
        <div className={`order-2 desk:order-1 ${searching ? 'hidden desk:block' : ''}`}>
          <CostChart answers={answers} routes={progress?.routes ?? []} />
        </div>
        <section aria-label="Chains" className="order-1 min-w-0 desk:order-2">
          <div className="mb-2 flex min-h-10 flex-wrap items-center justify-between gap-2">
            <h2 className="font-bold" aria-live="polite">
              {searching
                ? `Computing: ${progress?.routes.length ?? 0} chains so far`
                : answers.length === 0
                  ? `There is no chain ${job.sources.every((s) => s.from !== undefined) ? 'from there' : 'from a microphone'} to this device`
                  : passing === answers.length
                    ? `These ${passing} pass all gates`
                    : `${passing} of these ${answers.length} ${passing === 1 ? 'passes' : 'pass'} all gates`}
            </h2>
            {searching && (
              <Button look="quiet" onClick={stop}>
                Stop
              </Button>
            )}
          </div>
          {!searching && progress && passing === 0 && (
            <DeadEnd
              job={job}
              drawer={drawer}
              miss={
                progress.impossible ??
                (answers[0] ? `The nearest miss, ${letterOf(0)}: ${answers[0].weakest.sentence}` : null)
              }
              onFill={fill}
            />
          )}
          {headsetOnly(appOf(job.app)) && catalogue.parts.get(job.device)?.host?.limitsApps && (
            <p className="mb-2 text-soft">
              The {appOf(job.app).name} takes headset inputs only on this device: USB parts that are no headset are left
              out.
            </p>
          )}
          <LastTime job={job} />
          <ol className="flex flex-col gap-3">
            {answers.map((a, i) => (
              <AnswerStrip
                key={a.setup.id}
                answer={a}
                place={i}
                servesOf={uses && ((c) => (uses.get(c) ?? []).map((id) => others.find((j) => j.id === id)?.name ?? id))}
                onOpen={() => open(a, letterOf(i))}
              />
            ))}
          </ol>
          {!searching && progress?.done && answers.length > 0 && (
            <p className="mt-2 text-soft">
              {progress.upTo === 'all'
                ? 'All chains of up to seven parts were looked at.'
                : progress.upTo === 'some'
                  ? 'The first few mixers that have channels and sends enough were tried.'
                  : `Up to ${money(progress.upTo)} to buy all but awkward chains were looked at; of dearer ones some.`}
            </p>
          )}
          {!searching && passing > 0 && (
            <WhyNotAsk key={job.id} job={job} drawer={drawer} answers={answers} onFill={fill} />
          )}
        </section>
      </div>
    </Screen>
  );
}
