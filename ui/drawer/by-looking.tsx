'use client';
import { useState } from 'react';
import { catalogue } from '@/catalogue';
import { byId } from '@/core/algorithms';
import { candidates, nextQuestion, possible, QUESTIONS } from '@/core/identify';
import { isGiven, type PartClass } from '@/core/model';
import { Button, PartIcon } from '../components';
import { Ends } from './ends';

const CLASSES = [...catalogue.parts.values()].filter((c) => !isGiven(c));
/** So few are shown at once: more are not worth reading yet. */
const FEW = 6;

/** Find what a part is by what can be seen at it: each question is the one that narrows most. */
export function ByLooking({ onAdd, onBack }: { readonly onAdd: (c: PartClass) => void; readonly onBack: () => void }) {
  const [answers, setAnswers] = useState<ReadonlyMap<string, string | null>>(new Map());
  const left = candidates(CLASSES, answers);
  const question = left.length > 1 ? nextQuestion(left, answers) : null;
  const say = (id: string, key: string | null) => setAnswers(new Map([...answers, [id, key]]));
  const takeBack = (id: string) => setAnswers(new Map([...answers].filter(([k]) => k !== id)));
  return (
    <section aria-label="Find it by looking" className="rounded-xl border border-accent bg-card p-4">
      <div className="flex items-start justify-between gap-2">
        <h2 className="font-bold">Find it by looking</h2>
        <Button look="quiet" onClick={onBack}>
          Back to the list
        </Button>
      </div>
      {question ? (
        <fieldset>
          <legend className="mt-1 text-lg leading-snug">{question.text}</legend>
          <div className="mt-2 flex flex-wrap gap-1.5">
            {possible(question, left).map((key) => (
              <Button key={key} onClick={() => say(question.id, key)}>
                {question.answers[key]}
              </Button>
            ))}
            <Button look="quiet" onClick={() => say(question.id, null)}>
              Cannot tell
            </Button>
          </div>
        </fieldset>
      ) : (
        <p className="mt-1">
          {left.length === 1
            ? 'It is this.'
            : left.length === 0
              ? 'Nothing known is like that: take an answer back.'
              : 'Nothing more can be seen from outside: one of these.'}
        </p>
      )}
      {answers.size > 0 && (
        <ul className="mt-3 flex flex-wrap gap-1.5" aria-label="What you saw">
          {[...answers].map(([id, key]) => {
            const q = byId(QUESTIONS, id);
            return (
              <li key={id}>
                <button
                  type="button"
                  onClick={() => takeBack(id)}
                  title="Take this answer back"
                  className="min-h-8 rounded-full border border-rule bg-paper px-3 text-left text-sm hover:border-accent"
                >
                  {q.text} <b>{key === null ? 'cannot tell' : q.answers[key]}</b> <span aria-hidden>×</span>
                </button>
              </li>
            );
          })}
        </ul>
      )}
      <p className="mt-3 text-soft text-sm" aria-live="polite">
        {left.length} of {CLASSES.length} kinds left{left.length > FEW ? ', among them' : ''}
      </p>
      <ul className="mt-1 flex flex-col gap-1">
        {left.slice(0, FEW).map((c) => (
          <li key={c.id}>
            <button
              type="button"
              onClick={() => onAdd(c)}
              className="flex w-full items-center gap-3 rounded-lg border border-rule px-3 py-1.5 text-left hover:border-accent hover:bg-accent-wash"
            >
              <PartIcon partClass={c} size={22} />
              <span className="min-w-0">
                <span className="block font-semibold leading-tight">
                  <span className="sr-only">Add </span>
                  {c.name}
                </span>
                <span className="block text-sm text-soft leading-tight">{c.summary}</span>
                <Ends partClass={c} />
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
