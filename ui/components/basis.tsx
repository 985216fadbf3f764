import type { Basis as BasisOf } from '@/core/model';

const LOOKS: Readonly<Record<BasisOf, string>> = {
  standard: 'border-pass text-pass',
  'common practice': 'border-accent text-accent',
  estimate: 'border-caution text-caution border-dashed',
  own: 'border-ink text-ink font-semibold',
};

/** Where a figure comes from, in its own word. */
export function Basis({ basis, source }: { readonly basis: BasisOf; readonly source?: string | undefined }) {
  return (
    <span title={source} className={`whitespace-nowrap rounded border px-1 text-sm ${LOOKS[basis]}`}>
      {basis}
    </span>
  );
}
