import { TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

interface Props {
  readonly title: string;
  readonly children: ReactNode;
  readonly actions: ReactNode;
  /** Whether it stays in sight while the page is scrolled. */
  readonly sticks?: boolean;
}

/** What went wrong, across the top of every screen, with what can be done about it. */
export function AlertBar({ title, children, actions, sticks = false }: Props) {
  return (
    <div
      role="alert"
      className={`${sticks ? 'sticky top-0 z-30 ' : ''}flex flex-wrap items-center gap-x-3 gap-y-2 border-fail border-b-2 bg-fail-wash px-4 py-2 desk:px-6`}
    >
      <TriangleAlert size={20} aria-hidden className="shrink-0 text-fail" />
      <p className="min-w-0 flex-1 basis-72 break-words">
        <b>{title}</b> {children}
      </p>
      <div className="flex flex-wrap gap-2">{actions}</div>
    </div>
  );
}
