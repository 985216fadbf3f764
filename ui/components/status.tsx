import { CircleCheck, CircleHelp, OctagonX, TriangleAlert } from 'lucide-react';
import type { Status } from '@/core/gates';

const MARKS = {
  pass: { icon: CircleCheck, colour: 'text-pass', wash: '', bar: 'bg-pass' },
  caution: { icon: TriangleAlert, colour: 'text-caution', wash: 'bg-caution-wash', bar: 'bg-caution' },
  fail: { icon: OctagonX, colour: 'text-fail', wash: 'bg-fail-wash', bar: 'bg-fail' },
  'not known': { icon: CircleHelp, colour: 'text-soft', wash: '', bar: 'bg-soft' },
} as const satisfies Record<Status, unknown>;

export const washOf = (status: Status): string => MARKS[status].wash;
export const colourOf = (status: Status): string => MARKS[status].colour;

/** A verdict by its shape first: circle, triangle, octagon, question mark. */
export function StatusMark({ status, size = 20 }: { readonly status: Status; readonly size?: number }) {
  const { icon: Icon, colour } = MARKS[status];
  return <Icon size={size} strokeWidth={2.4} className={`shrink-0 ${colour}`} role="img" aria-label={status} />;
}

/** How far right and left the bar goes: the ends of the margin that gates give. */
const MOST = 2;
const LEAST = -2;

/** Room to the right of the tick, want to the left of it. */
export function MarginBar({ margin, status }: { readonly margin: number | null; readonly status: Status }) {
  const share = margin === null ? 0 : Math.max(LEAST, Math.min(MOST, margin)) / (margin < 0 ? -LEAST : MOST);
  const width = `${Math.max(2, 50 * Math.abs(share))}%`;
  return (
    <div className="relative h-2" aria-hidden>
      <div className="absolute top-[3px] right-0 left-0 h-0.5 bg-rule" />
      <div className="absolute top-[-1px] left-1/2 h-2.5 w-0.5 bg-ink" />
      {margin !== null && (
        <div
          className={`absolute top-0.5 h-1 rounded-full ${MARKS[status].bar}`}
          style={margin < 0 ? { right: '50%', width } : { left: '50%', width }}
        />
      )}
    </div>
  );
}
