'use client';
import type { Report } from '@/core/assess';
import { listText } from '@/core/format';
import { type AppFact, inApp, partIn, type Setup } from '@/core/model';
import { ABSENCES, appOf, Button, nameIn, offeredApps } from '../components';
import { Tracks } from '../setup';

interface Props {
  readonly setup: Setup;
  readonly report: Report;
  readonly onChange: (label: string, setup: Setup) => void;
}

/** Where the sound goes: on each device the app, which input it is set to, and what the device has on its list. */
export function AppPanel({ setup, report, onChange }: Props) {
  // A report may still tell of a device that was just taken out.
  const others = report.also.slice(0, setup.job.also?.length ?? 0).map((d, i) => ({
    destination: d,
    change: (app: string): Setup['job'] => ({
      ...setup.job,
      also: setup.job.also!.map((o, k) => (k === i ? inApp(o, app) : o)),
    }),
  }));
  const all = [{ destination: report, change: (app: string): Setup['job'] => inApp(setup.job, app) }, ...others];
  return (
    <section aria-label="The app" className="rounded-xl border border-accent bg-card p-4">
      <h2 className="font-bold text-lg">{all.length > 1 ? 'The apps and their inputs' : 'The app and its input'}</h2>
      <AsDone setup={setup} onChange={onChange} />
      {appOf(setup.job.app).arms && (
        <div className="mt-3">
          <Tracks setup={setup} report={report} onChange={onChange} />
        </div>
      )}
      {all.map(({ destination, change }, i) => (
        <div key={destination.device} className={i > 0 ? 'mt-4 border-rule border-t pt-2' : ''}>
          <Destination
            setup={setup}
            destination={destination}
            first={i === 0}
            onApp={(app) => onChange(`Use the ${appOf(app).name}`, { ...setup, job: change(app) })}
            onChange={onChange}
          />
        </div>
      ))}
    </section>
  );
}

/** What was done at the device otherwise than the careful do it, and a way back. */
function AsDone({ setup, onChange }: Pick<Props, 'setup' | 'onChange'>) {
  const { tracks, ...said } = setup.session ?? {};
  const app = appOf(setup.job.app).name;
  const words = [
    said.openedAfter !== undefined && `the ${app} was opened after ${said.openedAfter} connections`,
    said.answer === 'headphones' && 'the device was told: headphones',
    said.permission && `the ${app} may not hear`,
    said.automatic && 'the device does not change over by itself',
    said.processing && `noise processing is ${said.processing}`,
    said.output && `sound plays from ${nameIn(setup, said.output)}`,
    said.monitoring && `the ${app} does not play what it records`,
  ].filter((w) => typeof w === 'string');
  if (words.length === 0) return null;
  const back = () => {
    const { session: _, ...rest } = setup;
    onChange('As the careful do it', tracks ? { ...rest, session: { tracks } } : rest);
  };
  return (
    <div className="mt-2 rounded-lg border border-caution bg-caution-wash px-3 py-2">
      <p>As tried on the device: {words.join('; ')}.</p>
      <Button className="mt-1" onClick={back}>
        Do it the careful way
      </Button>
    </div>
  );
}

const FACTS: Readonly<Record<AppFact, string>> = {
  accepts: 'which inputs it takes',
  chooses: 'whether the input can be picked',
  playback: 'where it plays',
  processing: 'whether it takes out noise',
  buffer: 'how late it is',
  rescans: 'whether it notices a plug while it is open',
};

interface DestinationProps {
  readonly setup: Setup;
  readonly destination: Pick<Report, 'device' | 'app' | 'inputs'>;
  readonly first: boolean;
  readonly onApp: (app: string) => void;
  readonly onChange: (label: string, setup: Setup) => void;
}

function Destination({ setup, destination, first, onApp, onChange }: DestinationProps) {
  const app = appOf(destination.app);
  const device = nameIn(setup, destination.device);
  return (
    <>
      <label className="mt-2 block">
        App on {device}
        <select
          value={app.id}
          onChange={(e) => onApp(e.target.value)}
          className="mt-1 min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
        >
          {offeredApps({ device: partIn(setup, destination.device).class, app: app.id }).map((a) => (
            <option key={a.id} value={a.id}>
              {a.name}
            </option>
          ))}
        </select>
      </label>
      <p className="mt-1 text-soft">{app.summary}.</p>
      {app.differs && (
        <p className="mt-1 text-soft text-sm">
          Differs by platform: {listText(app.differs.map((f) => FACTS[f]))}. Try it on yours before you rely on it.
        </p>
      )}
      {first && app.chooses === 'picker' && (
        <label className="mt-2 block">
          Input chosen in the app
          <select
            value={chosenText(setup.chosenInput)}
            onChange={(e) => onChange('Choose the input', { ...setup, chosenInput: chosenFrom(e.target.value) })}
            className="mt-1 min-h-10 w-full rounded-lg border border-soft bg-paper px-2"
          >
            <option value="newest">what was plugged in last</option>
            <option value="built-in">the built-in microphone</option>
            {destination.inputs
              .filter((i) => !i.builtIn && (i.listed || `${i.part} ${i.id}` === chosenText(setup.chosenInput)))
              .map((i) => (
                <option key={`${i.part} ${i.id}`} value={`${i.part} ${i.id}`}>
                  {i.label}, {nameIn(setup, i.part)}
                </option>
              ))}
          </select>
        </label>
      )}
      <h3 className="mt-3 font-bold">Inputs of {device}</h3>
      <ul className="mt-1 flex flex-col gap-1">
        {destination.inputs.map((i) => (
          <li
            key={`${i.part} ${i.label}`}
            className={`rounded-lg border px-3 py-1.5 ${i.chosen ? 'border-2 border-accent' : 'border-rule'}`}
          >
            <span className="font-semibold">{i.label}</span>{' '}
            <span className="text-soft text-sm">{nameIn(setup, i.part)}</span>
            <span className="block text-sm">
              {i.chosen ? 'recorded from' : i.why ? ABSENCES[i.why] : 'on the list'}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

const chosenText = (c: Setup['chosenInput']): string => (typeof c === 'string' ? c : `${c.part} ${c.input}`);

function chosenFrom(text: string): Setup['chosenInput'] {
  if (text === 'newest' || text === 'built-in') return text;
  const [part = '', input = ''] = text.split(' ');
  return { part, input };
}
