import { useState } from 'react';
import { byId } from '@/core/algorithms';
import { saidWords } from '@/core/diagnose';
import { capital, countText } from '@/core/format';
import { type Done, doneOf, type Exercise, type Grade } from '@/core/practice';
import { answerInPractice, gradePractice } from '@/workers';
import { Button, failing } from '../components';
import { GradeCard } from './grade-card';
import { Hear } from './hear';

interface Props {
  readonly exercise: Exercise;
  readonly onDone: (done: Done) => void;
  readonly onNext: () => void;
}

interface Line {
  readonly id: string;
  readonly question: string;
  readonly answer: string;
  readonly seconds: number;
}

const HANDLING_S = 4;
const GROUPS = [
  ['Ask and listen', /^ask /],
  ['Look', /^(look|round) /],
  ['Do', /^(do|push|again)/],
  ['Swap or leave out', /^(swap|try) /],
] as const;

/** The bench: what is noticed, what can be done, what came of it; then the cause is named. */
export function Bench({ exercise, onDone, onNext }: Props) {
  const { base: setup } = exercise;
  const [lines, setLines] = useState<readonly Line[]>([]);
  const [now, setNow] = useState(exercise.noticed);
  const [right, setRight] = useState(false);
  const [named, setNamed] = useState<readonly string[]>([]);
  const [grade, setGrade] = useState<Grade | null>(null);
  const [sought, setSought] = useState('');
  const seconds = lines.reduce((sum, l) => sum + l.seconds + HANDLING_S, 0);
  const done = lines.map((l) => l.id);
  const act = async (id: string) => {
    const probe = byId(exercise.probes, id);
    const came = await answerInPractice(setup, exercise, done, id);
    setLines([...lines, { id, question: probe.question, answer: came.label, seconds: probe.seconds }]);
    if (came.right) {
      setRight(true);
      setNow([]);
    } else if (came.noticed.length > 0) setNow(came.noticed);
  };
  const finish = async () => {
    const g = await gradePractice(setup, exercise, done, named);
    setGrade(g);
    onDone(doneOf(g, exercise.level, exercise.kinds, new Date()));
  };
  if (grade) return <GradeCard grade={grade} onNext={onNext} />;
  const last = lines.at(-1);
  const words = sought.toLowerCase().split(/\s+/).filter(Boolean);
  return (
    <div className="flex flex-col gap-3 desk:grid desk:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] desk:items-start">
      <div className="flex min-w-0 flex-col gap-3">
        <section
          aria-label="What is noticed"
          aria-live="polite"
          className={`sticky top-1 z-10 rounded-xl border-2 p-3 shadow-sm ${right ? 'border-pass bg-pass-wash' : 'border-accent bg-card'}`}
        >
          <h2 className="font-bold text-xl leading-tight">
            {right ? 'All is right now.' : `They say: ${saidWords(now).join(', ')}.`}
          </h2>
          <p className="mt-1 text-soft">
            {capital(countText(lines.length, 'step'))}, {Math.round(seconds)} s.{' '}
            {right ? 'Name what it was, if you have not.' : 'Name the cause as soon as you know it.'}
          </p>
          {last && (
            <p className="mt-1 border-rule border-t pt-1">
              {last.question.replace(/ Is it right now\?$/, '')} <b>{last.answer}.</b>
            </p>
          )}
        </section>
        <Hear setup={right ? setup : exercise.broken} />
        <section aria-label="What can be done" className="rounded-xl border border-rule bg-card p-3">
          <input
            type="search"
            aria-label="Find something to do"
            placeholder="Find: plug, knob, battery..."
            value={sought}
            onChange={(e) => setSought(e.target.value)}
            className="min-h-11 w-full rounded-lg border border-rule bg-paper px-3"
          />
          {GROUPS.map(([name, of]) => {
            const those = exercise.probes.filter(
              (p) => of.test(p.id) && words.every((w) => p.question.toLowerCase().includes(w)),
            );
            if (those.length === 0) return null;
            return (
              <details key={name} className="mt-2" open={words.length > 0}>
                <summary className="min-h-11 py-2 font-bold">
                  {name} ({those.length})
                </summary>
                <ul className="flex flex-col gap-1">
                  {those.map((p) => {
                    const isDone = done.includes(p.id) && !p.isAct;
                    return (
                      <li key={p.id}>
                        <button
                          type="button"
                          disabled={right || isDone}
                          onClick={() => void act(p.id).catch(failing('This try'))}
                          className="flex min-h-11 w-full items-center justify-between gap-3 rounded-lg border border-rule px-3 py-1.5 text-left hover:border-accent disabled:opacity-60"
                        >
                          <span>{p.question.replace(/ Is it right now\?$/, '')}</span>
                          <span className="shrink-0 text-soft text-sm">{Math.round(p.seconds)} s</span>
                        </button>
                      </li>
                    );
                  })}
                </ul>
              </details>
            );
          })}
        </section>
      </div>
      <aside className="flex min-w-0 flex-col gap-3 desk:sticky desk:top-1" aria-label="What came of it, and the cause">
        <section aria-label="What came of it" className="rounded-xl border border-rule bg-card p-4">
          <h2 className="font-bold">What came of it</h2>
          {lines.length === 0 ? (
            <p className="text-soft">Nothing was tried yet.</p>
          ) : (
            <ol className="mt-1 flex flex-col gap-1">
              {lines.map((l, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the same act can be done twice
                <li key={i}>
                  {l.question} <b>{l.answer}.</b>
                </li>
              ))}
            </ol>
          )}
        </section>
        <section aria-label="The cause" className="rounded-xl border border-rule bg-card p-4">
          <h2 className="font-bold">What it is</h2>
          {(exercise.kinds.length > 1 ? [0, 1] : [0]).map((i) => (
            <select
              key={i}
              aria-label={i === 0 ? 'The cause' : 'The other cause'}
              value={named[i] ?? ''}
              onChange={(e) => setNamed([...named.slice(0, i), e.target.value, ...named.slice(i + 1)])}
              className="mt-2 min-h-12 w-full rounded-lg border border-rule bg-paper px-2"
            >
              <option value="">I do not know yet</option>
              {exercise.suspects.map((s) => (
                <option key={s.key} value={s.key}>
                  {s.text}
                </option>
              ))}
            </select>
          ))}
          <Button
            look="main"
            className="mt-3 min-h-12 w-full"
            onClick={() => void finish().catch(failing('The grade'))}
          >
            {named.some(Boolean) ? 'That is it' : 'Show me what it was'}
          </Button>
        </section>
      </aside>
    </div>
  );
}
