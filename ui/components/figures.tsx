import { figureName, type Part, valueWithBasis } from '@/core/model';
import { Basis } from './basis';
import { classOf } from './words';

/** All figures of a part with where each comes from. */
export function Figures({ part }: { readonly part: Part }) {
  const partClass = classOf(part);
  return (
    <dl className="mt-1 grid grid-cols-[minmax(0,1fr)_auto_auto] items-baseline gap-x-3 gap-y-1 text-sm">
      {Object.keys(partClass.values).map((name) => {
        const { value, unit, basis, source } = valueWithBasis(part, partClass, name);
        return (
          <div key={name} className="contents">
            <dt title={source}>{figureName(name)}</dt>
            <dd className="text-right font-mono">
              {value} {unit}
            </dd>
            <dd>
              <Basis basis={basis} source={source} />
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
