'use client';
import type { Report } from '@/core/assess';
import { headline } from '@/core/cause';
import type { Standing as Known, Mend } from '@/core/mend';
import type { Setup } from '@/core/model';
import { outcomeText, useMoney } from '../components';

interface Props {
  readonly report: Report;
  readonly standing: Known;
  readonly searching: boolean;
  readonly onMend: (label: string, setup: Setup) => void;
}

/** How it stands, in a line: what is wrong, how much of it, and the first fix as one press. */
export function Standing({ report, standing: { causes, mends, cut }, searching, onMend }: Props) {
  const { verdict, sentence, count } = headline(report.verdicts, causes);
  const [first] = mends;
  const fails = report.verdicts.some((v) => v.status === 'fail');
  return (
    <section aria-label="How it stands" aria-live="polite" className="px-1 pb-2 desk:px-3">
      <h2 className="font-bold text-lg leading-snug">
        <span className={fails ? 'text-fail' : ''}>{verdict}</span>
        {count && <span className="ml-2 font-normal text-base text-soft">{count}</span>}
      </h2>
      {sentence && <p className="leading-snug">{sentence}</p>}
      <MicInUse report={report} />
      {fails && first && <Fix mend={first} onMend={onMend} />}
      {fails && !first && (
        <p className="mt-1 text-soft text-sm">
          {searching ? 'Looking for a fix on a copy...' : 'Nothing that was tried fixes it. Try other parts.'}
        </p>
      )}
      {cut && (
        <p className="mt-1 text-soft text-sm">
          Not every way was tried: very many parts lie about. Take out what does not belong to it.
        </p>
      )}
    </section>
  );
}

function Fix({ mend, onMend }: { readonly mend: Mend; readonly onMend: Props['onMend'] }) {
  const money = useMoney();
  return (
    <button
      type="button"
      onClick={() => onMend(mend.label, mend.setup)}
      className="mt-2 min-h-11 w-full rounded-lg border border-accent bg-accent px-3 py-2 text-left text-accent-ink hover:opacity-90"
    >
      <span className="font-semibold">{mend.label}</span>
      <span className="block text-sm">{outcomeText(mend, money)}</span>
    </button>
  );
}

/** Where another mic records than the one that was meant: the one a person would not expect. */
function MicInUse({ report }: Pick<Props, 'report'>) {
  const used = report.inputs.find((i) => i.chosen);
  const isSeen = report.verdicts.find((v) => v.gate === 'seen')?.status !== 'fail';
  if (isSeen || !used?.builtIn) return null;
  return (
    <p className="mt-1 inline-block rounded-full border border-caution bg-caution-wash px-2.5 text-sm">
      Now used: the built-in mic
    </p>
  );
}
