'use client';
import { Check } from 'lucide-react';
import { catalogue } from '@/catalogue';
import type { Setup } from '@/core/model';
import { type Act, type PluggingOrder, type StandIn, sayAct } from '@/core/standin';
import { appOf, Button, nameIn } from '../kit';

interface Props {
  readonly setup: Setup;
  readonly state: StandIn;
  /** Null when no order ends well. */
  readonly order: PluggingOrder | null;
  /** How many of its acts are done, in that order; null once another was taken. */
  readonly done: number | null;
  readonly onDo: (a: Act) => void;
  readonly onAll: () => void;
}

/** The shortest order, step by step; and each joint and the app by itself, for an order of one's own. */
export function OrderList({ setup, state, order, done, onDo, onAll }: Props) {
  const acts: readonly Act[] = order?.acts ?? [
    ...setup.joints.map((j): Act => ({ do: 'plug', joint: j.id })),
    { do: 'open' },
  ];
  const ended = order !== null && done !== null && done >= order.acts.length;
  return (
    <section aria-label="The order of plugging" className="rounded-xl border border-rule bg-card px-3 py-2">
      <div className="flex flex-wrap items-start justify-between gap-2">
        <div>
          <h2 className="font-bold">{order ? 'The shortest order that ends well' : 'What can be plugged'}</h2>
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
              onClick={() => done !== null && onDo(order.acts[done])}
            >
              Do the next
            </Button>
            <Button disabled={ended} onClick={onAll}>
              Do all
            </Button>
          </div>
        )}
      </div>
      <ol className="mt-1">
        {acts.map((a, i) => (
          <li
            // An order is a list of places: the place is the key.
            // biome-ignore lint/suspicious/noArrayIndexKey: see above
            key={i}
            className={`flex min-h-10 items-center gap-2 rounded-lg px-2 ${order && done === i ? 'bg-accent-wash font-semibold' : ''}`}
          >
            <span className="w-6 shrink-0 text-right font-mono text-soft">{i + 1}</span>
            <span className="min-w-0 flex-1 leading-tight">{sayAct(setup, catalogue, a)}</span>
            <Doer setup={setup} state={state} act={a} isDone={done !== null && i < done} onDo={onDo} />
          </li>
        ))}
      </ol>
    </section>
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
    const { a, b } = setup.joints[index];
    const word = plugged ? 'Draw out' : 'Plug';
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
