'use client';
import Link from 'next/link';
import { useState } from 'react';
import type { Setup } from '@/core/model';
import { nameIn, StatusMark, useKnobTables, useKnownDrawer, useMends, useReport } from '../components';
import { GateCard, SetupPicker, SetupScreen, useDraft } from '../setup';
import { Screen, tell } from '../shell';
import { Buses } from './buses';
import { Ear } from './ear';
import { KnobTable } from './knob-table';
import { People } from './people';
import { atListener, firstToSee, isWrong } from './said';
import { Wishes } from './wishes';

export const CallScreen = () => <SetupScreen name="Call">{(kept) => <Desk key={kept.id} kept={kept} />}</SetupScreen>;

/** Who hears whom, here and at the other end, and which knob decides it. */
function Desk({ kept }: { readonly kept: Setup }) {
  const { setup, keep, turn, done } = useDraft(kept);
  const { report, setup: judged, problem } = useReport(setup);
  const [listener, setListener] = useState<string | null>(null);
  const verdict = report?.verdicts.find((v) => v.gate === 'heard');
  const wanting = verdict !== undefined && verdict.status !== 'pass';
  const { standing, done: searched } = useMends(kept, useKnownDrawer(), wanting);
  const calls = (report?.hears.listeners.length ?? 0) > 0;
  const tables = useKnobTables(kept, calls);
  if (problem) {
    return (
      <Screen title={<SetupPicker setup={setup} />}>
        <p className="rounded-xl border border-fail bg-fail-wash p-4">This setup cannot be computed. {problem}</p>
      </Screen>
    );
  }
  const shown = judged ?? setup;
  if (!report || !verdict || shown.id !== setup.id)
    return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  const { hears } = report;
  if (!calls) {
    return (
      <Screen title={<SetupPicker setup={setup} />}>
        <p className="max-w-prose rounded-xl border border-rule bg-card p-4">
          Nobody is called in this setup. Choose a call app for a device on Line, or put a phone in with Add parts.
        </p>
      </Screen>
    );
  }
  const chosen =
    hears.listeners.find((l) => l.id === listener) ?? hears.listeners.find((l) => l.id === firstToSee(hears));
  const deaf = hears.listeners.find((l) => !l.connected);
  const ill = hears.listeners.filter((l) => atListener(hears, l.id).some(isWrong)).length;
  const told = deaf ? (
    <p className="flex items-start gap-2 rounded-xl border border-caution bg-card px-3 py-2">
      <StatusMark status="caution" />
      <span>
        <b>What {deaf.name} hears is not known:</b> the {nameIn(setup, deaf.part)} does not take its sound from the line
        yet.{' '}
        <Link href={`/line/?setup=${setup.id}`} className="underline">
          Look at the line first.
        </Link>
      </span>
    </p>
  ) : ill === 0 && verdict.status === 'pass' ? (
    <p className="flex items-center gap-2 rounded-xl border border-rule bg-card px-3 py-2">
      <StatusMark status="pass" /> Everybody hears whom they should, and nobody themselves.
    </p>
  ) : (
    <GateCard
      report={report}
      gate="heard"
      standing={standing}
      searching={!searched}
      quieter={null}
      onMend={(label, next) => {
        void keep(label, next);
        tell(`${label}: done. Undo takes it back.`);
      }}
    />
  );
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under="Who hears whom. Press somebody with an ear to see what comes to it."
    >
      <div className="flex flex-col gap-3 desk:grid desk:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] desk:items-start">
        <div className="contents min-w-0 flex-col gap-3 desk:flex">
          <People hearings={hears} chosen={chosen?.id ?? null} onChoose={setListener} />
          {chosen && (
            <div className="order-2 desk:order-none">
              <Ear setup={setup.id} hearings={hears} listener={chosen} />
            </div>
          )}
          {chosen && (
            <div className="order-4 desk:order-none">
              <Wishes key={chosen.id} setup={setup} hearings={hears} listener={chosen} onKeep={keep} />
            </div>
          )}
        </div>
        <aside className="contents min-w-0 flex-col gap-3 desk:flex" aria-label="What to do">
          <div className="order-1 desk:order-none">{told}</div>
          <div className="order-3 flex min-w-0 flex-col gap-3 desk:order-none">
            {tables === null && <p className="text-soft text-sm">Trying every fader for whom it carries...</p>}
            {(tables ?? []).map((table) => (
              <KnobTable key={table.part} setup={setup} hearings={hears} table={table} onTurn={turn} onDone={done} />
            ))}
            {(tables ?? []).map((table) => (
              <Buses key={table.part} setup={setup} hearings={hears} table={table} />
            ))}
          </div>
          <p className="order-5 text-soft text-sm">
            Record a call or a person with their consent only; the law where you are prevails.
          </p>
        </aside>
      </div>
    </Screen>
  );
}
