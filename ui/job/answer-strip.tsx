'use client';
import { Fragment } from 'react';
import { catalogue } from '@/catalogue';
import { sessionActs } from '@/core/change';
import { figure, rough, signed } from '@/core/format';
import { type ClassId, classIn } from '@/core/model';
import type { Answer } from '@/core/plan';
import { gateTitle, lower, ownLengthText, partName, StatusMark, useMoney } from '../components';
import { letterOf } from './letter';

interface Props {
  readonly answer: Answer;
  readonly place: number;
  /** Other jobs of the person's that a class is good for; null until it is known, or where there are none. */
  readonly servesOf: ((classId: ClassId) => readonly string[]) | null;
  readonly onOpen: () => void;
}

/** What else a part to be bought is good for. */
const Serves = ({ jobs }: { readonly jobs: readonly string[] }) => (
  <span
    title={jobs.length > 0 ? `Also good for ${jobs.join(', ')}` : 'Good for no other of your jobs'}
    className="ml-2 whitespace-nowrap border-caution border-l pl-2 text-soft text-sm"
  >
    {jobs.length === 0 ? 'this job only' : `+${jobs.length} ${jobs.length === 1 ? 'job' : 'jobs'}`}
  </span>
);

/** One chain: its pieces, what must be bought, where it is weakest and why it stands where it stands. */
export function AnswerStrip({ answer, place, servesOf, onOpen }: Props) {
  const money = useMoney();
  const { setup, toBuy, weakest, score } = answer;
  const missing = new Set(toBuy.map((p) => p.id));
  const passes = score.failing + score.unknown === 0;
  const letter = letterOf(place);
  const least = answer.rates[0];
  return (
    <li
      id={`chain-${letter}`}
      className={`rounded-xl border bg-card p-3 desk:flex desk:gap-4 ${place === 0 ? 'border-2 border-accent' : 'border-rule'}`}
    >
      <div className="min-w-0 flex-1">
        <div className="flex flex-wrap items-center gap-y-1.5">
          <span
            className={`mr-3 inline-flex size-8 shrink-0 items-center justify-center rounded-full border-2 border-accent font-bold ${place === 0 ? 'bg-accent text-accent-ink' : 'text-accent'}`}
          >
            {letter}
          </span>
          {setup.parts.map((p, i) => (
            <Fragment key={p.id}>
              {i > 0 && <span aria-hidden className="h-px w-2.5 bg-soft" />}
              <span
                className={`wrap-anywhere rounded-md border px-2 py-0.5 ${missing.has(p.id) ? 'border-caution border-dashed bg-caution-wash' : 'border-rule'}`}
              >
                {partName(p)}
                {ownLengthText(p) && <b className="ml-1">{ownLengthText(p)}</b>}
                {missing.has(p.id) && <span className="sr-only"> (to buy)</span>}
                {servesOf && missing.has(p.id) && <Serves jobs={servesOf(p.class)} />}
              </span>
            </Fragment>
          ))}
        </div>
        {answer.best.length > 0 && passes && (
          <p className="mt-2 flex flex-wrap gap-1.5">
            <span className="sr-only">Best at: </span>
            {answer.best.map((b) => (
              <span key={b} className="rounded-full border border-accent bg-accent-wash px-2.5 text-sm">
                {b}
              </span>
            ))}
          </p>
        )}
        <p className="mt-2 text-soft">
          {answer.lostBy ??
            (passes
              ? 'The best of what was computed.'
              : `None works in everything; this comes nearest. ${weakest.sentence}`)}{' '}
          {answer.toWin} {answer.or}
        </p>
        {sessionActs(setup, catalogue).map((act) => (
          <p key={act} className="mt-1 font-semibold">
            {act}.
          </p>
        ))}
        {least && (
          <p className="mt-1 text-soft text-sm">
            Least sure: {lower(classIn(catalogue, least.classId).name)},{' '}
            {least.tried > 0
              ? `works ${least.worked} of ${least.tried} here`
              : `works ${figure(10 * least.mean, 1)} of 10 as a rule`}{' '}
            ({figure(100 * least.from)} to {figure(100 * least.to)} %).
          </p>
        )}
      </div>
      <div className="mt-2 flex shrink-0 flex-col items-stretch justify-end gap-3 desk:mt-0 desk:w-66">
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-soft">
          <dt>to buy</dt>
          <dd className="text-right font-mono font-semibold text-ink">{money(answer.cost)}</dd>
          <dt>weakest</dt>
          <dd className="flex items-center justify-end gap-1.5 font-semibold text-ink">
            <StatusMark status={weakest.status} size={16} />
            {gateTitle(weakest.gate)}
            <span className="font-mono">{weakest.margin === null ? '?' : signed(weakest.margin, 1)}</span>
          </dd>
          <dt>signal to noise</dt>
          <dd className="text-right font-mono font-semibold text-ink">
            {answer.snrDb === null ? '?' : `${figure(answer.snrDb)} dB`}
          </dd>
          {answer.devices !== null && (
            <>
              <dt>other devices</dt>
              <dd className="text-right font-mono font-semibold text-ink">works on {answer.devices}</dd>
            </>
          )}
          <dt>parts, weight</dt>
          <dd className="text-right font-mono font-semibold text-ink">
            {answer.pieces}, {figure(answer.massG)} g
          </dd>
          <dt>to set up, about</dt>
          <dd className="text-right font-mono font-semibold text-ink">{rough(answer.setUpS / 60)} min</dd>
        </dl>
        <button
          type="button"
          onClick={onOpen}
          className={`min-h-11 rounded-lg border px-4 font-semibold ${place === 0 ? 'border-accent bg-accent text-accent-ink' : 'border-accent text-accent hover:bg-accent-wash'}`}
        >
          Open {letter}
        </button>
      </div>
    </li>
  );
}
