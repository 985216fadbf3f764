'use client';
import { useState } from 'react';
import type { Setup } from '@/core/model';
import type { Act } from '@/core/standin';
import { SetupPicker, SetupScreen } from '../bench';
import { appOf, Button, nameIn, useOrder, useStandIn } from '../kit';
import { Screen } from '../shell';
import { actText } from './act-text';
import { Drawn } from './drawn';

export const DeviceScreen = () => (
  <SetupScreen name="Device">{(kept) => <Bench key={kept.id} setup={kept} />}</SetupScreen>
);

/** A stand-in for the device: plug things in, in any order, open the app before or after, and see what it makes of it. */
function Bench({ setup }: { readonly setup: Setup }) {
  const [acts, setActs] = useState<readonly Act[]>([]);
  const order = useOrder(setup);
  const state = useStandIn(setup, acts);
  const app = appOf(setup.job.app);
  if (!state || order === undefined) return <Screen title={<SetupPicker setup={setup} />}>{null}</Screen>;
  const doIt = (a: Act) => setActs((before) => [...before, a]);
  const same = (a: Act, b: Act | undefined) => JSON.stringify(a) === JSON.stringify(b);
  const wanted = order?.acts ?? [];
  const followed = acts.length <= wanted.length && acts.every((a, i) => same(a, wanted[i]));
  const done = followed ? acts.length : 0;
  return (
    <Screen
      title={<SetupPicker setup={setup} />}
      under="A stand-in for the device: try the order of plugging before you do it for real."
      actions={<Button onClick={() => setActs([])}>Start over</Button>}
    >
      <div className="flex flex-col gap-4 desk:grid desk:grid-cols-[minmax(0,1fr)_24rem] desk:items-start">
        <div className="order-2 flex min-w-0 flex-col gap-3 desk:order-1">
          <section aria-label="The order of plugging" className="rounded-xl border border-rule bg-card px-3 py-2">
            <h2 className="font-bold">The shortest order that ends well</h2>
            {order === null ? (
              <p className="mt-1 text-fail">
                No order gets there: the device does not list this input, or the app does not take it. The line sheet
                says why.
              </p>
            ) : (
              <>
                <ol className="mt-1">
                  {wanted.map((a, i) => (
                    <li
                      // An order is a list of places: the place is the key.
                      // biome-ignore lint/suspicious/noArrayIndexKey: see above
                      key={i}
                      className={`flex gap-2 rounded-lg px-2 py-1 ${followed && i === done ? 'bg-accent-wash font-semibold' : ''}`}
                    >
                      <span className="w-6 shrink-0 text-right font-mono text-soft">{i + 1}</span>
                      <span className={followed && i < done ? 'text-soft line-through' : ''}>{actText(setup, a)}</span>
                      {followed && i < done && <span className="sr-only">done</span>}
                    </li>
                  ))}
                </ol>
                <div className="mt-2 flex flex-wrap gap-2">
                  <Button look="main" disabled={!followed || done >= wanted.length} onClick={() => doIt(wanted[done])}>
                    Do the next
                  </Button>
                  <Button disabled={followed && done >= wanted.length} onClick={() => setActs(wanted)}>
                    Do all
                  </Button>
                </div>
              </>
            )}
          </section>
          <section aria-label="Your own order" className="rounded-xl border border-rule bg-card px-3 py-2">
            <h2 className="font-bold">Or in your own order</h2>
            <div className="mt-1 flex flex-wrap gap-1.5">
              {setup.joints.map((j, i) => {
                const plugged = state.plugged.includes(j.id);
                return (
                  <Button
                    key={j.id}
                    aria-pressed={plugged}
                    className={plugged ? 'border-accent bg-accent-wash' : ''}
                    onClick={() => doIt({ do: plugged ? 'unplug' : 'plug', joint: j.id })}
                  >
                    {plugged ? 'Draw out' : 'Plug'} {i + 1}: {nameIn(setup, j.a.part)}, {nameIn(setup, j.b.part)}
                  </Button>
                );
              })}
              <Button
                aria-pressed={state.open}
                className={state.open ? 'border-accent bg-accent-wash' : ''}
                onClick={() => doIt({ do: state.open ? 'close' : 'open' })}
              >
                {state.open ? 'Close' : 'Open'} the {app.name}
              </Button>
            </div>
          </section>
        </div>
        <div className="order-1 desk:order-2">
          <Drawn setup={setup} state={state} wanted={order?.states.at(-1)?.taken ?? null} onAct={doIt} />
        </div>
      </div>
    </Screen>
  );
}
