'use client';
import { catalogue } from '@/catalogue';
import type { Report } from '@/core/assess';
import type { Setup } from '@/core/model';
import { appOf, partName } from '../kit';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly onChange: (label: string, setup: Setup) => void;
}

const WHY: Readonly<Record<string, string>> = {
  'not-plugged': 'nothing plugged in',
  short: 'shorted',
  button: 'resistance too low',
  open: 'leads nowhere',
  'no-headphones': 'no headphones seen',
  'no-digital-path': 'no digital connection',
  unpowered: 'no power',
  unlicensed: 'refused: no licence',
  'one-interface-only': 'another interface is in use',
  'app-refuses': 'the app does not take it',
  'not-chosen': 'not chosen',
};

/** The app: which one, which input it is set to, and what the device has on its list. */
export function AppPanel({ setup, report, onChange }: Props) {
  const app = appOf(setup.job.app);
  return (
    <section aria-label="The app" className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg">The app and its input</h2>
      <label className="mt-2 block">
        App
        <select
          value={app.id}
          onChange={(e) =>
            onChange(`Use the ${appOf(e.target.value).name}`, { ...setup, job: { ...setup.job, app: e.target.value } })
          }
          className="mt-1 min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
        >
          {[...catalogue.apps.values()].map((a) => (
            <option key={a.id} value={a.id}>
              {a.name}
            </option>
          ))}
        </select>
      </label>
      <p className="mt-1 text-soft">{app.summary}.</p>
      {app.chooses === 'picker' && (
        <label className="mt-2 block">
          Input chosen in the app
          <select
            value={setup.chosenInput}
            onChange={(e) =>
              onChange('Choose the input', {
                ...setup,
                chosenInput: e.target.value === 'built-in' ? 'built-in' : 'newest',
              })
            }
            className="mt-1 min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
          >
            <option value="newest">what was plugged in last</option>
            <option value="built-in">the built-in microphone</option>
          </select>
        </label>
      )}
      <h3 className="mt-3 font-bold">Inputs of the device</h3>
      <ul className="mt-1 flex flex-col gap-1">
        {report.inputs.map((i) => (
          <li
            key={`${i.part} ${i.label}`}
            className={`rounded-lg border px-3 py-1.5 ${i.chosen ? 'border-2 border-accent' : 'border-rule'}`}
          >
            <span className="font-semibold">{i.label}</span>{' '}
            <span className="text-soft text-sm">{partName(setup.parts.find((p) => p.id === i.part)!)}</span>
            <span className="block text-sm">
              {i.chosen ? 'recorded from' : i.why ? (WHY[i.why] ?? i.why) : 'on the list'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
