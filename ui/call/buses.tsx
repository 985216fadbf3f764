import { busesOf, type Hearings, type KnobTable } from '@/core/call';
import { capital, countText } from '@/core/format';
import type { Setup } from '@/core/model';
import { classOf, nameIn, StatusMark } from '../components';

interface Props {
  readonly setup: Setup;
  readonly hearings: Hearings;
  readonly table: KnobTable;
}

/** How many mixes without their own voice the callers of a mixer want, and how many it can make. */
export function Buses({ setup, hearings, table }: Props) {
  const part = setup.parts.find((p) => p.id === table.part);
  if (!part) return null;
  const brought = new Set(table.rows.flatMap((r) => r.from));
  const wanted = new Set(hearings.listeners.filter((l) => l.kind === 'caller' && brought.has(l.id)).map((l) => l.part))
    .size;
  if (wanted === 0) return null;
  const there = busesOf(classOf(part)).length;
  const enough = there >= wanted;
  return (
    <p className="flex items-start gap-2 rounded-xl border border-rule bg-card p-3">
      <StatusMark status={enough ? 'pass' : 'caution'} />
      <span>
        <b>
          {wanted} {wanted === 1 ? 'send' : 'sends'} wanted, {there} there.
        </b>{' '}
        Each call needs a mix with everybody but itself.{' '}
        {enough
          ? spareText(there - wanted)
          : `The ${nameIn(setup, part.id)} has too few: one call must come by its main mix, or by a box that leaves it out by itself.`}
      </span>
    </p>
  );
}

const spareText = (spare: number): string =>
  spare === 0 ? 'One call more would need another send.' : `${capital(countText(spare, 'send'))} left.`;
