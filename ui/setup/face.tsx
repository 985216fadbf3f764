'use client';
import { isFader, isShut, type KnobRole, type KnobSpec, knobAt, type Part, type PartClass } from '@/core/model';
import { positionText } from './knob-text';

/** From the plug down, as sound goes through a channel. */
const ROWS: readonly KnobRole[] = ['gain', 'pad', 'phantom', 'low-cut', 'tone', 'send', 'mix', 'mute', 'channel'];

/** A knob turns through 270 degrees, its middle at the top. */
const SWEEP = 270;
const SIZE = 30;

interface Props {
  readonly part: Part;
  readonly partClass: PartClass;
  readonly chosen: string | null;
  /** Knobs that stand wrong for what is wanted. */
  readonly wrong: ReadonlySet<string>;
  readonly onChoose: (knob: string) => void;
  /** Of the strips, who is at them. */
  readonly whose?: ReadonlyMap<string, string>;
}

/** Does this part have strips enough that a picture of them helps the hand? */
export const hasFace = ({ knobs = [] }: PartClass): boolean =>
  new Set(knobs.flatMap((k) => (k.face ? [k.face.strip] : []))).size > 1 && knobs.length > 6;

/** The part as a hand finds it: a column a strip, a row a kind of knob, each drawn as it stands. Press one to turn it. */
export function Face({ part, partClass, chosen, wrong, onChoose, whose }: Props) {
  const knobs = partClass.knobs ?? [];
  const placed = knobs.flatMap((k) => (k.face ? [{ k, ...k.face }] : []));
  const strips = [...new Set(placed.map((p) => p.strip))];
  const rowRank = (row: string) => Math.min(...placed.filter((p) => p.row === row).map((p) => ROWS.indexOf(p.k.role)));
  const rows = [...new Set(placed.map((p) => p.row))].sort((a, b) => rowRank(a) - rowRank(b));
  const others = knobs.filter((k) => !k.face);
  const mark = (k: KnobSpec) => (
    <Mark
      knob={k}
      part={part}
      partClass={partClass}
      isChosen={chosen === k.id}
      isWrong={wrong.has(k.id)}
      onChoose={onChoose}
    />
  );
  return (
    <div className="overflow-x-auto rounded-lg bg-paper p-2">
      <table className="border-separate" style={{ borderSpacing: '2px 0' }}>
        <thead>
          <tr>
            <td />
            {strips.map((s) => (
              <th
                key={s}
                scope="col"
                className="max-w-16 rounded-t-md bg-card px-0.5 pt-1 align-bottom text-xs leading-tight"
              >
                {s}
                {whose?.get(s) && <span className="block truncate font-normal text-soft">{whose.get(s)}</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row}>
              <th scope="row" className="sticky left-0 bg-paper pr-1 text-left font-normal text-soft text-xs">
                {row}
              </th>
              {strips.map((strip) => {
                const own = placed.find((p) => p.row === row && p.strip === strip);
                return (
                  <td key={strip} className="bg-card px-0.5 text-center">
                    {own && mark(own.k)}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {others.length > 0 && (
        <ul aria-label="For all of it" className="mt-2 flex flex-wrap gap-1 rounded-md bg-card p-1">
          {others.map((k) => (
            <li key={k.id} className="flex items-center gap-1 pr-2 text-xs">
              {mark(k)} {k.label}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** A knob, a fader in its slot, or a switch with its lamp; where it stands is drawn and told. */
function Mark({
  knob,
  part,
  partClass,
  isChosen,
  isWrong,
  onChoose,
}: {
  readonly knob: KnobSpec;
  readonly part: Part;
  readonly partClass: PartClass;
  readonly isChosen: boolean;
  readonly isWrong: boolean;
  readonly onChoose: (knob: string) => void;
}) {
  const at = knobAt(part, partClass, knob.id);
  const share = (at - knob.min) / (knob.max - knob.min || 1);
  const off = isShut(part, partClass, knob);
  const words = positionText(knob, at);
  const ink = isWrong ? 'var(--fail)' : 'currentColor';
  const middle = SIZE / 2;
  const angle = ((share - 0.5) * SWEEP * Math.PI) / 180;
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      aria-label={`${knob.label}, ${words}${isWrong ? ', wrong' : ''}`}
      title={`${knob.label}: ${words}`}
      onClick={() => onChoose(knob.id)}
      className={`inline-grid size-9 place-items-center rounded-md border ${isChosen ? 'border-accent bg-accent-wash' : isWrong ? 'border-fail bg-fail-wash' : 'border-transparent hover:border-accent'}`}
    >
      <svg width={SIZE} height={SIZE} aria-hidden>
        {knob.unit !== 'dB' ? (
          <>
            <rect x={6} y={9} width={18} height={12} rx={3} fill="none" stroke={ink} strokeWidth={1.5} />
            <rect x={7.5 + share * 8} y={10.5} width={7} height={9} rx={2} fill={ink} />
          </>
        ) : isFader(knob) && knob.role === 'channel' ? (
          <>
            <line x1={middle} x2={middle} y1={2} y2={SIZE - 2} stroke={ink} strokeWidth={2} />
            <rect x={middle - 8} y={2 + (1 - share) * (SIZE - 10)} width={16} height={7} rx={2} fill={ink} />
          </>
        ) : (
          <>
            <circle
              cx={middle}
              cy={middle}
              r={10}
              fill={off ? 'none' : 'var(--paper)'}
              stroke={ink}
              strokeWidth={1.5}
            />
            <line
              x1={middle + 3 * Math.sin(angle)}
              y1={middle - 3 * Math.cos(angle)}
              x2={middle + 10 * Math.sin(angle)}
              y2={middle - 10 * Math.cos(angle)}
              stroke={ink}
              strokeWidth={2.5}
              strokeLinecap="round"
            />
          </>
        )}
      </svg>
    </button>
  );
}
