import { countText } from '@/core/format';
import type { Grade } from '@/core/practice';
import { Button } from '../components';

interface Props {
  readonly grade: Grade;
  readonly onNext: () => void;
}

/** How it went, beside what the best way would have taken. */
export function GradeCard({ grade, onNext }: Props) {
  const { named, mended, causes, seconds, acts, best, careless } = grade;
  const good = named && mended;
  const head = good ? 'Found and put right' : named ? 'Found' : mended ? 'Put right, but not named' : 'Not found';
  return (
    <section
      aria-label="How it went"
      className={`max-w-3xl rounded-xl border-2 p-4 ${named ? 'border-pass bg-pass-wash' : 'border-caution bg-caution-wash'}`}
    >
      <h2 className="font-bold text-2xl">{head}</h2>
      <p className="mt-1 text-lg">It was: {causes.join('; and ')}.</p>
      <p className="mt-2">
        You used {Math.round(seconds)} s and {countText(acts, 'step')}. The best way takes about{' '}
        {Math.round(best.seconds)} s and {countText(best.acts, 'step')}.
      </p>
      {careless.length > 0 && (
        <p className="mt-2">
          <b>In life:</b> {[...new Set(careless)].join(' ')}
        </p>
      )}
      <Button look="main" className="mt-3 min-h-14 text-lg" onClick={onNext}>
        Another one
      </Button>
    </section>
  );
}
