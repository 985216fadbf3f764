'use client';
import Link from 'next/link';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { notKnownIn, type Setup } from '@/core/model';
import { type Act, isSetting, settingActs } from '@/core/standin';
import { appOf, Button, keepSetup, useOrder, useReport, useStandIn } from '../components';
import { SetupPicker, SetupScreen, Tracks } from '../setup';
import { Screen, tell } from '../shell';
import { Drawn } from './drawn';
import { OrderList } from './order-list';
import { Settings } from './settings';
import { Verdicts } from './verdicts';

export const DeviceScreen = () => (
  <SetupScreen name="Device">
    {(kept) => {
      // A stand-in can stand in only for what is known; further devices are not shown here.
      const strange = notKnownIn({ ...kept.job, also: [], sources: [] }, catalogue);
      return strange ? <Strange setup={kept} why={strange} /> : <Bench key={kept.id} setup={kept} />;
    }}
  </SetupScreen>
);

const Strange = ({ setup, why }: { readonly setup: Setup; readonly why: string }) => (
  <Screen title={<SetupPicker setup={setup} />}>
    <p>{why}</p>
    <p className="mt-3">
      <Link className="font-semibold text-accent underline" href={`/line/?setup=${encodeURIComponent(setup.id)}`}>
        Choose on the line sheet
      </Link>
    </p>
  </Screen>
);

/** A stand-in for the device: plug things in, in any order, open the app before or after, and see what it makes of it. */
function Bench({ setup }: { readonly setup: Setup }) {
  const [acts, setActs] = useState(() => settingActs(setup, catalogue));
  const order = useOrder(setup);
  const tried = useStandIn(setup, acts);
  const drawn = useReport(setup);
  const app = appOf(setup.job.app);
  if (!tried || order === undefined) return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  const doIt = (a: Act) => setActs((before) => [...before, a]);
  const same = (a: Act, b: Act | undefined) => JSON.stringify(a) === JSON.stringify(b);
  const { state, report } = tried;
  const wanted = order?.acts ?? [];
  const start = settingActs(setup, catalogue).length;
  const held = wanted.some(isSetting);
  const own = held ? acts.slice(start) : acts.filter((a) => !isSetting(a));
  const followed = own.length <= wanted.length && own.every((a, i) => same(a, wanted[i]));
  const save = async (label: string, next: Setup, done: string | null = null) => {
    const { kept, word } = await keepSetup(label, setup, next);
    if (word ?? (kept ? done : null)) tell(word ?? done!);
  };
  const keep = () =>
    void save('Done so at the device', tried.setup, 'The line sheet now stands as you tried it. Undo takes it back.');
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under="A stand-in for the device: try the order of plugging before you do it for real."
      actions={<Button onClick={() => setActs(settingActs(setup, catalogue))}>Start over</Button>}
    >
      <div className="flex flex-col gap-4 desk:grid desk:grid-cols-[minmax(0,1fr)_24rem] desk:items-start">
        <div className="order-2 flex min-w-0 flex-col gap-3 desk:order-1">
          <OrderList
            setup={setup}
            state={state}
            order={order}
            verdicts={drawn.report?.verdicts ?? []}
            done={followed ? own.length : null}
            onDo={doIt}
            onAll={() => setActs([...(held ? settingActs(setup, catalogue) : acts.filter(isSetting)), ...wanted])}
          />
          <Settings setup={setup} state={state} onAct={doIt} onChange={save} />
          {app.arms && report && <Tracks setup={setup} report={report} onChange={save} />}
        </div>
        <div className="order-1 flex flex-col gap-3 desk:sticky desk:top-4 desk:order-2">
          <Drawn setup={setup} state={state} wanted={order?.states.at(-1)?.taken ?? null} onAct={doIt} />
          <Verdicts
            report={report}
            open={state.open}
            onKeep={state.plugged.length === setup.joints.length ? keep : null}
          />
        </div>
      </div>
    </Screen>
  );
}
