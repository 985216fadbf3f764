'use client';
import { oneWith } from '@/core/algorithms';
import type { Setup } from '@/core/model';
import { StatusMark, useKnownDrawer, useMends, useReport } from '../components';
import { GateCard, SetupPicker, SetupScreen, useDraft } from '../setup';
import { Screen, tell } from '../shell';
import { Batteries } from './batteries';
import { FirstToFail } from './first-to-fail';
import { Leads } from './leads';
import { Sockets } from './sockets';
import { Storage } from './storage';
import { Timeline } from './timeline';
import { Tree } from './tree';

export const PowerScreen = () => <SetupScreen name="Power">{(kept) => <Desk key={kept.id} kept={kept} />}</SetupScreen>;

/** Who powers what and with how much, and every battery against the session. */
function Desk({ kept }: { readonly kept: Setup }) {
  const { setup, keep, turn, done } = useDraft(kept);
  const { report, setup: judged, problem } = useReport(setup);
  const wanting = report?.verdicts.some((v) => v.gate === 'powered' && v.status !== 'pass') ?? false;
  const { standing, done: searched } = useMends(kept, useKnownDrawer(), wanting);
  if (problem) {
    return (
      <Screen title={<SetupPicker setup={setup} />}>
        <p className="rounded-xl border border-fail bg-fail-wash p-4">This setup cannot be computed. {problem}</p>
      </Screen>
    );
  }
  const shown = judged ?? setup;
  if (!report || shown.id !== setup.id) return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  const powered = oneWith(report.verdicts, 'gate', 'powered');
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under={`Who powers what, and how long it lasts: ${setup.job.minutes} minutes are wanted.`}
    >
      <div className="flex flex-col gap-3 desk:grid desk:grid-cols-[minmax(0,1fr)_21rem] desk:items-start">
        <div className="flex min-w-0 flex-col gap-3">
          {powered.status === 'pass' ? (
            <p className="flex items-center gap-2 rounded-xl border border-rule bg-card px-3 py-2">
              <StatusMark status="pass" /> Everything gets what it needs, to the end. {powered.sentence}
            </p>
          ) : (
            <GateCard
              report={report}
              gate="powered"
              standing={standing}
              searching={!searched}
              quieter={null}
              onMend={(label, next) => {
                void keep(label, next);
                tell(`${label}: done. Undo takes it back.`);
              }}
            />
          )}
          <Tree setup={shown} report={report} />
          <FirstToFail setup={shown} report={report} />
          <Timeline setup={shown} report={report} />
        </div>
        <aside className="flex flex-col gap-3" aria-label="Batteries and storage">
          <Batteries setup={setup} report={report} onTurn={turn} onDone={done} onKeep={keep} />
          <Sockets setup={kept} onKeep={keep} />
          <Leads setup={setup} report={report} onKeep={keep} />
          <Storage minutes={setup.job.minutes} />
        </aside>
      </div>
    </Screen>
  );
}
