'use client';
import { Disc3, Headphones, type LucideIcon, Music, Phone, User } from 'lucide-react';
import type { Hearings } from '@/core/call';
import { useWidth } from '../components';
import { atListener, IS_WORDS, isWrong } from './said';

const ICONS = { here: User, 'by wire': Music, caller: Phone, ears: Headphones, take: Disc3 } as const satisfies Record<
  string,
  LucideIcon
>;

interface Person {
  readonly id: string;
  readonly name: string;
  readonly icon: keyof typeof ICONS;
  readonly listens: boolean;
  readonly x: number;
  readonly y: number;
}

const FAR_Y = 64;
const TABLE_Y = 172;
const NEAR_Y = 232;
const HEIGHT = 316;
const DISC = 56;
/** One line of small words, with its gap. */
const LINE = 20;

const spread = (n: number, width: number, i: number): number => ((i + 0.5) * width) / n;

/** Everybody with their places: those who are called beyond the table, those who are here before it. */
function placed({ voices, listeners }: Hearings, width: number): readonly Person[] {
  const far = voices.filter((v) => v.kind === 'caller');
  const near = [
    ...voices.filter((v) => v.kind !== 'caller').map((v) => ({ ...v, icon: v.kind, listens: false })),
    ...listeners
      .filter((l) => l.kind !== 'caller')
      .map((l) => ({ ...l, icon: l.kind === 'here' ? ('ears' as const) : ('take' as const), listens: true })),
  ];
  return [
    ...far.map((v, i) => ({
      id: v.id,
      name: v.name,
      icon: v.kind,
      listens: true,
      x: spread(far.length, width, i),
      y: FAR_Y,
    })),
    ...near.map(({ id, name, icon, listens }, i) => ({
      id,
      name,
      icon,
      listens,
      x: spread(near.length, width, i),
      y: NEAR_Y,
    })),
  ];
}

interface Props {
  readonly hearings: Hearings;
  readonly chosen: string | null;
  readonly onChoose: (listener: string) => void;
}

/** The people at the table and beyond it: press one, and what comes to their ears is drawn. */
export function People({ hearings, chosen, onChoose }: Props) {
  const [box, width] = useWidth<HTMLDivElement>();
  const people = width > 0 ? placed(hearings, width) : [];
  const ear = people.find((p) => p.id === chosen);
  const own = chosen === null ? [] : atListener(hearings, chosen);
  return (
    <section aria-label="People" className="rounded-xl border border-rule bg-card">
      <div ref={box} className="relative overflow-hidden" style={{ height: HEIGHT }}>
        <svg width={width} height={HEIGHT} className="absolute inset-0" aria-hidden>
          <path
            d={`M ${width * 0.06} ${TABLE_Y + 10} Q ${width / 2} ${TABLE_Y - 44} ${width * 0.94} ${TABLE_Y + 10}`}
            fill="none"
            stroke="var(--rule)"
            strokeWidth={26}
            strokeLinecap="round"
          />
          {ear &&
            own.map((h) => {
              const from = people.find((p) => p.id === h.from);
              if (!from) return null;
              const self = h.want === 'self';
              if (self && h.is !== 'echo') return null;
              if (h.levelDb === null && h.is !== 'missing') return null;
              const bad = isWrong(h);
              return (
                <path
                  key={h.from}
                  d={self ? loop(from) : way(from, ear)}
                  fill="none"
                  stroke={bad ? 'var(--fail)' : 'var(--accent)'}
                  strokeWidth={h.levelDb === null ? 2 : 2 + Math.max(0, 4 - (h.underDb ?? 0) / 8)}
                  strokeDasharray={h.is === 'missing' ? '2 7' : undefined}
                  strokeLinecap="round"
                />
              );
            })}
        </svg>
        {people.map((p) => (
          <PersonMark
            key={p.id}
            person={p}
            most={width / Math.max(1, people.filter((q) => q.y === p.y).length)}
            hearings={hearings}
            isChosen={p.id === chosen}
            speaks={own.find((h) => h.from === p.id && h.want !== 'self') ?? null}
            onChoose={onChoose}
          />
        ))}
      </div>
    </section>
  );
}

function PersonMark({
  person: { id, name, icon, listens, x, y },
  most,
  hearings,
  isChosen,
  speaks,
  onChoose,
}: {
  readonly person: Person;
  readonly most: number;
  readonly hearings: Hearings;
  readonly isChosen: boolean;
  readonly speaks: ReturnType<typeof atListener>[number] | null;
  readonly onChoose: (id: string) => void;
}) {
  const Icon = ICONS[icon];
  const wrong = listens ? atListener(hearings, id).filter(isWrong) : [];
  const echo = wrong.find((h) => h.is === 'echo');
  const told = echo ? `hears self, ${Math.round(echo.delayMs ?? 0)} ms` : wrong[0] ? IS_WORDS[wrong[0].is] : null;
  const face = (
    <>
      <span
        className={`grid place-items-center rounded-full border-2 ${
          isChosen
            ? 'border-accent bg-accent text-accent-ink'
            : wrong.length > 0
              ? 'border-fail bg-fail-wash text-fail'
              : speaks && isWrong(speaks)
                ? 'border-fail bg-card'
                : 'border-soft bg-card'
        }`}
        style={{ width: DISC, height: DISC }}
      >
        <Icon size={24} aria-hidden />
      </span>
      <span className="line-clamp-2 max-w-full rounded bg-card/80 px-0.5 font-semibold text-sm leading-tight">
        {name}
      </span>
      {told && (
        <span
          className={`max-w-full rounded bg-card px-1 font-bold text-fail text-sm leading-tight ${y === FAR_Y ? 'order-first' : ''}`}
        >
          {told}
        </span>
      )}
    </>
  );
  const style = { left: x, top: y - DISC / 2 - (told && y === FAR_Y ? LINE : 0), width: Math.min(most - 4, 150) };
  const look = 'absolute flex -translate-x-1/2 flex-col items-center gap-0.5 text-center';
  return listens ? (
    <button type="button" aria-pressed={isChosen} onClick={() => onChoose(id)} className={look} style={style}>
      {face}
    </button>
  ) : (
    <div className={look} style={style}>
      {face}
    </div>
  );
}

/** A curve that leaves towards the table and comes in from it. */
function way(from: Person, to: Person): string {
  const bend = (p: Person) => (p.y === FAR_Y ? p.y + 90 : p.y - 90);
  return `M ${from.x} ${from.y} C ${from.x} ${bend(from)}, ${to.x} ${bend(to)}, ${to.x} ${to.y}`;
}

/** One's own voice, come back. */
function loop({ x, y }: Person): string {
  const r = DISC / 2;
  return `M ${x - r * 0.7} ${y - r * 0.6} C ${x - 3.4 * r} ${y - 1.6 * r}, ${x - 3.4 * r} ${y + 1.9 * r}, ${x - r * 0.7} ${y + r * 0.7}`;
}
