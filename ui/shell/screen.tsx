import type { ReactNode } from 'react';
import { UndoRedo } from './undo-redo';

interface Props {
  readonly title: ReactNode;
  readonly under?: ReactNode;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** The frame of a screen: what it is about, undo and redo, and what else can be done with all of it. */
export function Screen({ title, under, actions, children }: Props) {
  return (
    <>
      <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 px-4 pt-3 pb-2 desk:px-6">
        <div className="min-w-0 flex-1 basis-64">
          <h1 className="font-bold text-xl leading-tight">{title}</h1>
          {under && <div className="hidden text-soft desk:block">{under}</div>}
        </div>
        <div className="flex flex-wrap gap-2">
          <UndoRedo />
          {actions}
        </div>
      </header>
      <main className="px-4 pb-6 desk:px-6">{children}</main>
    </>
  );
}
