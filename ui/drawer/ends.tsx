import { itemAt } from '@/core/algorithms';
import { type Connector, describeConnector, mustConnector } from '@/core/connectors';
import type { PartClass } from '@/core/model';

/** The ends of a part: each plug with its rings to count, each hole; words for what has no rings. */
export function Ends({ partClass }: { readonly partClass: PartClass }) {
  const ends = partClass.ports.map((p) => mustConnector(p.connector));
  const words = [...new Set(ends.map(describeConnector))];
  return (
    <span className="flex flex-wrap items-center gap-x-2 gap-y-1 text-soft text-sm">
      {words.map((w) => (
        <span key={w} className="inline-flex items-center gap-1">
          <End connector={ends.find((e) => describeConnector(e) === w)!} />
          {w}
          {ends.filter((e) => describeConnector(e) === w).length > 1 &&
            ` × ${ends.filter((e) => describeConnector(e) === w).length}`}
        </span>
      ))}
    </span>
  );
}

function End({ connector }: { readonly connector: Connector }) {
  if (connector.form === 'keyed') return null;
  if (connector.form === 'concentric-socket') {
    return (
      <svg viewBox="0 0 10 10" className="h-3.5" aria-hidden>
        <circle cx={5} cy={5} r={4} className="fill-none stroke-ink" strokeWidth={1.5} />
        <circle cx={5} cy={5} r={1.6} className="fill-ink" />
      </svg>
    );
  }
  const { segments, diameterMm } = connector.profile;
  const length = itemAt(segments, segments.length - 1).toMm;
  return (
    <svg viewBox={`0 0 ${length} ${diameterMm}`} className="h-2.5" aria-hidden>
      {segments.map((s, i) => (
        <rect
          key={s.contact}
          x={s.fromMm}
          width={s.toMm - s.fromMm}
          height={diameterMm}
          rx={i === 0 ? diameterMm / 2.5 : 0}
          className="fill-(--metal)"
        />
      ))}
      {segments.slice(1).map((s, i) => (
        <rect
          key={s.contact}
          x={itemAt(segments, i).toMm}
          width={s.fromMm - itemAt(segments, i).toMm}
          height={diameterMm}
          className="fill-ink"
        />
      ))}
    </svg>
  );
}
