'use client';
import { Check, ShieldCheck } from 'lucide-react';
import { catalogue } from '@/catalogue';
import { itemAt, oneWith } from '@/core/algorithms';
import type { Verdict } from '@/core/gates';
import { partIn, type Setup } from '@/core/model';
import { type Act, careOf, type PluggingOrder, type StandIn, sayAct } from '@/core/standin';
import { appOf, Button, classOf, gateTitle, nameIn } from '../components';

interface Props {
  readonly setup: Setup;
  readonly state: StandIn;
  /** Null when no order ends well. */
  readonly order: PluggingOrder | null;
  /** How many of its acts are done, in that order; null once another was taken. */
  readonly done: number | null;
  /** What the gates say of the setup as it is drawn. */
  readonly verdicts: readonly Verdict[];
  readonly onDo: (a: Act) => void;
  readonly onAll: () => void;
}

/** The shortest order, step by step; and each joint and the app by itself, for an order of one's own. */
export function OrderList({ setup, state, order, verdicts, done, onDo, onAll }: Props) {
  const failing = verdicts.filter((v) => v.status === 'fail').map((v) => v.gate);
  const harms = failing.includes('safe');
  const { before, after } = careOf(setup, catalogue);
  const acts: readonly Act[] = order?.acts ?? [
    ...setup.joints.map((j): Act => ({ do: 'plug', joint: j.id })),
    { do: 'open' },
  ];
  if (harms) {
    return (
      <section aria-label="The order of plugging" className="rounded-xl border border-fail bg-fail-wash px-3 py-2">
        <h2 className="font-bold">Do not plug this in</h2>
        <p>
          {oneWith(verdicts, 'gate', 'safe').sentence} No order is given until Safe passes: the line sheet has the fix.
        </p>
      </section>
    );
  }
  const ended = order !== null && done !== null && done >= order.acts.length;
  return (
    <section aria-label="The order of plugging" className="rounded-xl border border-rule bg-card px-3 py-2">
      <div className="flex flex-wrap items-start justify-between gap-2">
        <div>
          <h2 className="font-bold">
            {!order
              ? 'What can be plugged'
              : failing.length > 0
                ? 'Not yet: then in this order'
                : 'The shortest order that ends well'}
          </h2>
          {order && failing.length > 0 && (
            <p className="text-fail text-sm">
              {failing.map((g) => gateTitle(g)).join(', ')} {failing.length === 1 ? 'fails' : 'fail'} as it is drawn:
              fix that first.
            </p>
          )}
          <p className={`text-sm ${order ? 'text-soft' : 'text-fail'}`}>
            {order === null
              ? 'No order gets there: the device does not list this input, or the app does not take it. The line sheet says why.'
              : done === null
                ? 'You took an order of your own. Start over to follow this one.'
                : 'Or press any plug, and the app, in an order of your own.'}
          </p>
        </div>
        {order && (
          <div className="flex gap-2">
            <Button
              look="main"
              disabled={done === null || ended}
              onClick={() => done !== null && onDo(itemAt(order.acts, done))}
            >
              Do the next
            </Button>
            <Button disabled={ended} onClick={onAll}>
              Do all
            </Button>
          </div>
        )}
      </div>
      <Cares steps={before} />
      <ol className="mt-1">
        {acts.map((a, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: an order is a list of places, the place is the key
            key={i}
            className={`flex min-h-10 items-center gap-2 rounded-lg px-2 py-1 ${order && done === i ? 'bg-accent-wash font-semibold' : ''}`}
          >
            <span className="w-6 shrink-0 text-right font-mono text-soft">{i + 1}</span>
            <span className="min-w-0 flex-1 leading-tight">{sayAct(setup, catalogue, a)}</span>
            <Doer setup={setup} state={state} act={a} isDone={done !== null && i < done} onDo={onDo} />
          </li>
        ))}
      </ol>
      <Cares steps={after} />
    </section>
  );
}

/** What the careful do before anything is plugged, and after all is. */
function Cares({ steps }: { readonly steps: readonly string[] }) {
  return steps.length === 0 ? null : (
    <ul className="mt-1 flex flex-col gap-0.5">
      {steps.map((s) => (
        <li key={s} className="flex min-h-8 items-center gap-2 px-2">
          <ShieldCheck size={18} aria-hidden className="w-6 shrink-0 text-soft" /> {s}
        </li>
      ))}
    </ul>
  );
}

/** What can be done with one row: put in or drawn out, opened or closed; what is done on the device's own screen only shows. */
function Doer({
  setup,
  state,
  act,
  isDone,
  onDo,
}: {
  readonly setup: Setup;
  readonly state: StandIn;
  readonly act: Act;
  readonly isDone: boolean;
  readonly onDo: (a: Act) => void;
}) {
  if (act.do === 'plug') {
    const plugged = state.plugged.includes(act.joint);
    const index = setup.joints.findIndex((j) => j.id === act.joint);
    const { a, b } = itemAt(setup.joints, index);
    const isRadio = classOf(partIn(setup, a.part)).ports.some((p) => p.id === a.port && p.carries === 'radio');
    const word = isRadio ? (plugged ? 'Unpair' : 'Pair') : plugged ? 'Unplug' : 'Plug';
    return (
      <>
        {plugged && <Tick />}
        <Button
          look={plugged ? 'quiet' : 'plain'}
          aria-label={`${word} ${index + 1}: ${nameIn(setup, a.part)}, ${nameIn(setup, b.part)}`}
          onClick={() => onDo({ do: plugged ? 'unplug' : 'plug', joint: act.joint })}
        >
          {word}
        </Button>
      </>
    );
  }
  if (act.do === 'open') {
    return (
      <>
        {state.open && <Tick />}
        <Button
          look={state.open ? 'quiet' : 'plain'}
          aria-label={`${state.open ? 'Close' : 'Open'} the ${appOf(setup.job.app).name}`}
          onClick={() => onDo({ do: state.open ? 'close' : 'open' })}
        >
          {state.open ? 'Close' : 'Open'}
        </Button>
      </>
    );
  }
  return isDone ? <Tick /> : <span className="px-3 text-soft text-sm">on the device</span>;
}

const Tick = () => <Check size={20} strokeWidth={2.6} className="shrink-0 text-pass" role="img" aria-label="done" />;
