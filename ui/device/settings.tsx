'use client';
import type { Setup } from '@/core/model';
import type { Act, StandIn } from '@/core/standin';
import { appOf, classOf, nameIn } from '../components';

interface Props {
  readonly setup: Setup;
  readonly state: StandIn;
  readonly onAct: (a: Act) => void;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** What can be set at the device itself: permission, automatic choice, noise processing, and what plays. */
export function Settings({ setup, state, onAct, onChange }: Props) {
  const app = appOf(setup.job.app);
  const players = setup.parts.filter(
    (p) =>
      classOf(p).circuit.some((e) => e.is === 'playback') &&
      (classOf(p).host || state.list.some((l) => l.part === p.id)),
  );
  return (
    <section aria-label="Settings of the device" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">What is set at the device</h2>
      <div className="mt-1 grid gap-1 desk:grid-cols-2">
        <Check label={`The ${app.name} may hear`} on={state.allowed} onSet={(on) => onAct({ do: 'allow', on })} />
        <Check
          label="Changes over to what is plugged in"
          on={state.automatic}
          onSet={(on) => onAct({ do: 'automatic', on })}
        />
        {app.processing === 'never' || app.processing === 'always' ? (
          <p className="flex min-h-10 items-center px-3 text-soft">
            {app.processing === 'always' ? 'Noise processing is always on here' : 'This app has no noise processing'}
          </p>
        ) : (
          <Check label="Noise processing" on={state.processing} onSet={(on) => onAct({ do: 'processing', on })} />
        )}
        {app.monitors && (
          <Check
            label="Plays what it records"
            on={setup.session?.monitoring !== 'off'}
            onSet={(on) => onChange(`Monitoring ${on ? 'on' : 'off'}`, withMonitoring(setup, on))}
          />
        )}
        {app.choosesOutput ? (
          <label className="flex min-h-10 items-center gap-2 px-3">
            Plays
            <select
              value={state.output ?? ''}
              onChange={(e) => onAct({ do: 'play', from: e.target.value === '' ? null : e.target.value })}
              className="min-h-10 min-w-0 flex-1 rounded-lg border border-soft bg-paper px-2"
            >
              <option value="">where the input is</option>
              {players.map((p) => (
                <option key={p.id} value={p.id}>
                  from {nameIn(setup, p.id)}
                </option>
              ))}
            </select>
          </label>
        ) : (
          <p className="flex min-h-10 items-center px-3 text-soft">Sound plays where the app sends it</p>
        )}
      </div>
    </section>
  );
}

function Check({
  label,
  on,
  onSet,
}: {
  readonly label: string;
  readonly on: boolean;
  readonly onSet: (on: boolean) => void;
}) {
  return (
    <label className="flex min-h-10 items-center gap-3 rounded-lg px-3">
      <input
        type="checkbox"
        checked={on}
        onChange={(e) => onSet(e.target.checked)}
        className="h-5 w-5 shrink-0 accent-(--accent)"
      />
      {label}
    </label>
  );
}

function withMonitoring(setup: Setup, on: boolean): Setup {
  const { monitoring: _, ...said } = setup.session ?? {};
  return { ...setup, session: on ? said : { ...said, monitoring: 'off' } };
}
