'use client';
import { Bell, CircleHelp } from 'lucide-react';
import { hostIn, type PortId, partIn, type Setup } from '@/core/model';
import type { Act, StandIn } from '@/core/standin';
import { ABSENCES, appOf, Button, classOf, nameIn, StatusMark } from '../components';
import { Frame } from './frame';

interface Props {
  readonly setup: Setup;
  readonly state: StandIn;
  /** The entry that should be recorded in the end; null when none can be. */
  readonly wanted: string | null;
  readonly onAct: (a: Act) => void;
}

/** The device as it looks now: what it says, what it lists, what the app records from and where it plays. */
export function Drawn({ setup, state, wanted, onAct }: Props) {
  const app = appOf(setup.job.app);
  const device = setup.parts.find((p) => p.class === setup.job.device);
  const taken = state.list.find((l) => l.key === state.taken);
  const good = wanted !== null && state.taken === wanted;
  return (
    <Frame
      form={device ? hostIn(classOf(device)).form : 'phone'}
      name={device ? nameIn(setup, device.id) : 'the device'}
    >
      <div className="min-h-16" aria-live="polite">
        {state.notice && (
          <div className="rounded-xl border border-rule bg-card px-3 py-2 shadow">
            <p className="flex items-center gap-2 font-semibold">
              {state.asking ? <CircleHelp size={20} aria-hidden /> : <Bell size={20} aria-hidden />}
              {state.notice}
            </p>
            {state.asking && (
              <div className="mt-2 flex gap-2">
                <Button look="main" onClick={() => onAct({ do: 'answer', as: 'headset' })}>
                  With a mic
                </Button>
                <Button onClick={() => onAct({ do: 'answer', as: 'headphones' })}>Headphones only</Button>
              </div>
            )}
          </div>
        )}
      </div>
      <div className={`rounded-xl border-2 bg-card p-3 ${state.open ? 'border-accent' : 'border-rule border-dashed'}`}>
        <p className="font-bold">{app.name}</p>
        {state.open ? (
          <p className="mt-1 flex items-start gap-2">
            <StatusMark status={good ? 'pass' : 'fail'} />
            <span>
              records from <b>{taken ? `${taken.label}, ${nameIn(setup, taken.part)}` : 'nothing'}</b>
              {state.processing && ', with noise processing, as one channel'}.
              {!good && taken && ' That is not the outer microphone.'}
              {!state.allowed && ' It may not hear.'}
            </span>
          </p>
        ) : (
          <p className="mt-1 text-soft">not open</p>
        )}
        <p className="mt-1 text-soft text-sm">Sound plays from {nameIn(setup, state.playsFrom)}.</p>
      </div>
      <div>
        <h3 className="font-bold text-sm">Inputs</h3>
        <ul className="mt-1 flex flex-col gap-1">
          {state.list.map((l) => (
            <li
              key={l.key}
              className={`flex items-center justify-between gap-2 rounded-lg border bg-card px-3 py-1.5 ${l.key === state.taken ? 'border-2 border-accent' : 'border-rule'}`}
            >
              <span className="wrap-anywhere leading-tight">
                {l.label} <span className="text-soft text-sm">{nameIn(setup, l.part)}</span>
              </span>
              {!l.acceptable && <span className="text-right text-soft text-sm">{refusal(setup, l)}</span>}
              {l.acceptable && state.open && app.chooses === 'picker' && l.key !== state.taken && (
                <Button
                  look="quiet"
                  onClick={() => onAct({ do: 'choose', input: l.key })}
                  aria-label={`Choose ${l.label}`}
                >
                  Choose
                </Button>
              )}
              {l.key === state.taken && <span className="text-accent text-sm">recorded</span>}
            </li>
          ))}
          {state.missing.map((m) => (
            <li
              key={`${m.part} ${m.label}`}
              className="rounded-lg border border-rule border-dashed px-3 py-1.5 text-soft"
            >
              {m.label}: not listed, {ABSENCES[m.why]}
            </li>
          ))}
        </ul>
      </div>
      {device && <Sockets setup={setup} state={state} device={device.id} />}
    </Frame>
  );
}

/** The device's own holes and what is in them. */
function Sockets({ setup, state, device }: Pick<Props, 'setup' | 'state'> & { readonly device: string }) {
  const part = partIn(setup, device);
  const inHole = (port: PortId) => {
    const joint = setup.joints.find(
      (j) => state.plugged.includes(j.id) && [j.a, j.b].some((r) => r.part === device && r.port === port),
    );
    if (!joint) return null;
    return nameIn(setup, joint.a.part === device ? joint.b.part : joint.a.part);
  };
  return (
    <ul className="flex flex-wrap justify-center gap-1.5 border-rule border-t pt-2" aria-label="Its sockets">
      {classOf(part).ports.map((p) => {
        const what = inHole(p.id);
        return (
          <li
            key={p.id}
            className={`rounded-lg border px-2 py-0.5 text-sm leading-tight ${what ? 'border-accent bg-accent-wash' : 'border-rule border-dashed text-soft'}`}
          >
            {p.label}: {what ?? 'empty'}
          </li>
        );
      })}
    </ul>
  );
}

/** Why the app would not record from a listed entry. */
function refusal(setup: Setup, l: StandIn['list'][number]): string {
  const part = setup.parts.find((p) => p.id === l.part);
  const notes = part && classOf(part).inputs?.some((i) => i.identity === 'notes');
  return notes ? 'sends MIDI' : 'not taken by this app';
}
