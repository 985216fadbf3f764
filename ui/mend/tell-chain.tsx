'use client';
import { useRouter } from 'next/navigation';
import { Fragment, type ReactNode } from 'react';
import { catalogue } from '@/catalogue';
import { headline } from '@/core/cause';
import { capital, lower } from '@/core/format';
import {
  type ClassId,
  classIn,
  devicesOf,
  isLoudspeaker,
  type PartClass,
  type PartKind,
  type Setup,
  takesUp,
} from '@/core/model';
import type { Told } from '@/core/plan';
import { idsOf } from '@/store';
import {
  appOf,
  Button,
  freeId,
  KIND_TITLES,
  keepChange,
  offeredApps,
  ownLengthText,
  partName,
  StatusMark,
  setSetting,
  useAsTold,
  useMends,
  useReport,
} from '../components';
import { Screen } from '../shell';
import { useTold } from './use-told';

const ALL = [...catalogue.parts.values()].filter((c) => c.kind !== 'unknown' && c.host === undefined);
const ofKinds = (kinds: readonly PartKind[], may: (c: PartClass) => boolean) =>
  kinds.map((kind) => ({ title: KIND_TITLES[kind], classes: ALL.filter((c) => c.kind === kind && may(c)) }));
const FROM = ofKinds(['microphone', 'wireless', 'source'], takesUp);
const THROUGH = ofKinds(['interface', 'mixer', 'wireless'], (c) => !takesUp(c));
const WORN = ALL.filter((c) => c.kind === 'listening' && !isLoudspeaker(c));

/** A fault of a chain that is not drawn: five choices make the setup, then the questions begin. */
export function TellChain({ onLeave }: { readonly onLeave: () => void }) {
  const [told, become] = useTold();
  if (told === null) return <Screen title="Tell your chain">{null}</Screen>;
  return (
    <Screen
      title="Tell your chain"
      under="Five choices make a setup. Then say what you notice."
      actions={
        <Button look="quiet" onClick={onLeave}>
          Back
        </Button>
      }
    >
      <div className="flex max-w-6xl flex-col gap-4 desk:grid desk:grid-cols-2 desk:items-start">
        <Choices told={told} onTell={become} />
        <Chain told={told} />
      </div>
    </Screen>
  );
}

function Choices({ told, onTell }: { readonly told: Told; readonly onTell: (told: Told) => void }) {
  const { by } = told;
  return (
    <section aria-label="Five choices" className="flex flex-col gap-3 rounded-xl border-2 border-accent bg-card p-4">
      <Choice n={1} asks="What records?" value={told.device} onChoose={(device) => onTell({ ...told, device })}>
        {devicesOf(catalogue).map(option)}
      </Choice>
      <Choice n={2} asks="In which app?" value={told.app} onChoose={(app) => onTell({ ...told, app })}>
        {offeredApps(told).map(option)}
      </Choice>
      <Choice n={3} asks="What makes the sound?" value={told.from} onChoose={(from) => onTell({ ...told, from })}>
        {FROM.map(group)}
      </Choice>
      <Choice
        n={4}
        asks="How does it get there?"
        value={typeof by === 'object' ? by.through : by}
        onChoose={(way) => onTell({ ...told, by: way === 'plug' || way === 'cables' ? way : { through: way } })}
      >
        <option value="plug">By its own plug, nothing between</option>
        <option value="cables">By cables and adapters</option>
        {THROUGH.map(group)}
      </Choice>
      <Choice
        n={5}
        asks="Headphones?"
        value={told.headphones ?? ''}
        onChoose={(headphones) => onTell({ ...told, headphones: headphones || null })}
      >
        <option value="">None</option>
        {WORN.map(option)}
      </Choice>
    </section>
  );
}

const option = ({ id, name }: { readonly id: string; readonly name: string }) => (
  <option key={id} value={id}>
    {capital(name)}
  </option>
);
const group = ({ title, classes }: { readonly title: string; readonly classes: readonly PartClass[] }) => (
  <optgroup key={title} label={title}>
    {classes.map(option)}
  </optgroup>
);

interface ChoiceProps {
  readonly n: number;
  readonly asks: string;
  readonly value: string;
  readonly onChoose: (value: string) => void;
  readonly children: ReactNode;
}

const Choice = ({ n, asks, value, onChoose, children }: ChoiceProps) => (
  <label className="flex flex-col gap-1">
    <span className="font-semibold">
      <span className="mr-2 font-mono text-soft">{n}</span>
      {asks}
    </span>
    <select
      className="min-h-12 w-full min-w-0 rounded-lg border border-soft bg-paper px-2 text-lg"
      value={value}
      onChange={(e) => onChoose(e.target.value)}
    >
      {children}
    </select>
  </label>
);

const nameOf = (id: ClassId): string => classIn(catalogue, id).name;

/** What the five choices come to, piece by piece, and the way on from there. */
function Chain({ told }: { readonly told: Told }) {
  const router = useRouter();
  const name = `${nameOf(told.from)} on ${lower(nameOf(told.device))}`.slice(0, 120);
  const found = useAsTold(told, { id: 'told', name });
  const setup = found?.setup ?? null;
  const { report } = useReport(found?.done ? setup : null);
  const open = async (room: 'mend' | 'line', chain: Setup) => {
    const id = freeId('told', await idsOf('setups'));
    const kept = { ...chain, id, job: { ...chain.job, id: `${id}-job` } };
    if (!(await keepChange(`Setup told: ${name}`, [{ kind: 'setups', id, become: () => kept }]))) return;
    await setSetting('setup', id);
    router.push(`/${room}/?setup=${encodeURIComponent(id)}`);
  };
  const works = report ? report.verdicts.every((v) => v.status !== 'fail') : false;
  // Without a drawer: a fix is told here, and carried out on Line.
  const { standing, done } = useMends(setup, null, report !== null && !works);
  const said = report && headline(report.verdicts, standing.causes);
  return (
    <section aria-label="The chain you told" aria-live="polite" className="rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold text-xl">The chain you told</h2>
      {!found?.done ? (
        <p className="mt-2" role="status">
          Looking for the cables and small pieces between.
        </p>
      ) : setup === null ? (
        <NoChain told={told} />
      ) : (
        <>
          <p className="mt-3 flex flex-wrap items-center gap-y-1.5">
            {setup.parts.map((p, i) => (
              <Fragment key={p.id}>
                {i > 0 && <span aria-hidden className="h-px w-2.5 bg-soft" />}
                <span className="wrap-anywhere rounded-md border border-rule px-2 py-0.5">
                  {partName(p)}
                  {ownLengthText(p) && <b className="ml-1">{ownLengthText(p)}</b>}
                </span>
              </Fragment>
            ))}
          </p>
          {told.headphones !== null && !setup.parts.some((p) => p.class === told.headphones) && (
            <p className="mt-3 flex items-start gap-2">
              <StatusMark status="caution" /> {nameOf(told.headphones)}: the plug fits no free socket. The chain is made
              without.
            </p>
          )}
          {said &&
            (works ? (
              <p className="mt-3">With everything in order this works: the fault is in a part, a plug or a setting.</p>
            ) : (
              <div className="mt-3 flex items-start gap-2">
                <StatusMark status="fail" />
                <div>
                  <p>
                    <b>As it stands this cannot work.</b> {said.sentence}
                  </p>
                  <p className="mt-1">
                    {standing.mends[0]
                      ? `What fixes it: ${lower(standing.mends[0].label)}.`
                      : done
                        ? 'Nothing that was tried fixes it. Try other parts.'
                        : 'Looking for a fix on a copy...'}
                  </p>
                </div>
              </div>
            ))}
          {said && (
            <div className="mt-4 flex flex-col gap-2 desk:flex-row">
              <Button
                look={works ? 'main' : 'plain'}
                className={works ? 'min-h-14 flex-1 text-lg' : 'order-2 min-h-14'}
                onClick={() => void open('mend', setup)}
              >
                Say what you notice
              </Button>
              <Button
                look={works ? 'plain' : 'main'}
                className={works ? 'min-h-14' : 'order-1 min-h-14 flex-1 text-lg'}
                onClick={() => void open('line', setup)}
              >
                {works ? 'Change it on Line' : 'Fix it on Line'}
              </Button>
            </div>
          )}
        </>
      )}
    </section>
  );
}

const NoChain = ({ told }: { readonly told: Told }) => (
  <p className="mt-2">
    {told.by === 'plug'
      ? `The plug of ${lower(nameOf(told.from))} fits no socket of ${lower(nameOf(told.device))}. Choose cables and adapters, or what it goes through.`
      : `No way is known from ${lower(nameOf(told.from))}${typeof told.by === 'object' ? ` through ${lower(nameOf(told.by.through))}` : ''} to ${lower(nameOf(told.device))} in ${lower(appOf(told.app).name)}. Change a choice, or join the parts by hand on Line.`}
  </p>
);
