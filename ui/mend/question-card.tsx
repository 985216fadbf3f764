import type { NextProbe } from '@/core/diagnose';
import { Button } from '../components';

interface Props {
  readonly next: NextProbe;
  /** The answer before is being worked in: what is shown is not yet of it. */
  readonly waiting: boolean;
  readonly onAnswer: (answer: string | null) => void;
  readonly onChanged: () => void;
}

/** One question at a time, large enough for a thumb. */
export function QuestionCard({ next, waiting, onAnswer, onChanged }: Props) {
  const { question, answers, why, care, isAct } = next;
  const plain = answers.every((a) => a.value === 'yes' || a.value === 'no');
  return (
    <section
      aria-label="Next"
      aria-busy={waiting}
      className={`rounded-xl border-2 border-accent bg-card p-4 ${waiting ? 'opacity-60' : ''}`}
    >
      {care.length > 0 && (
        <ul className="mb-2 rounded-lg bg-caution-wash px-3 py-2 text-sm">
          {care.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
      <h2 className="font-bold text-2xl leading-tight" aria-live="polite">
        {question}
      </h2>
      <div className={`mt-4 grid gap-2 ${plain ? 'grid-cols-2' : answers.length > 3 ? 'desk:grid-cols-2' : ''}`}>
        {answers.map((a) => (
          <Button
            key={a.value}
            look={a.value === 'yes' && isAct ? 'main' : 'plain'}
            className="min-h-14 border-ink text-lg"
            disabled={waiting}
            onClick={() => onAnswer(a.value)}
          >
            {a.label}
          </Button>
        ))}
      </div>
      <div className="mt-2 flex flex-wrap justify-between gap-x-3">
        <Button look="quiet" disabled={waiting} onClick={() => onAnswer(null)}>
          Cannot tell
        </Button>
        {isAct && (
          <Button look="quiet" disabled={waiting} onClick={() => onAnswer('no')}>
            Tried already
          </Button>
        )}
        {isAct && (
          <Button look="quiet" disabled={waiting} onClick={onChanged}>
            Now it is something else
          </Button>
        )}
      </div>
      <p className="mt-1 text-soft">{why}</p>
    </section>
  );
}
