'use client';
import { usePathname } from 'next/navigation';
import { type ReactNode, useEffect, useRef } from 'react';
import { UndoRedo } from './undo-redo';

interface Props {
  readonly title: ReactNode;
  readonly under?: ReactNode;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** Where this page was last; null before it was anywhere. */
let lastPath: string | null = null;
/** It has just come here, and no hand has done anything since. */
let arrived = false;

/** The frame of a screen: what it is about, undo and redo, and what else can be done with all of it. */
export function Screen({ title, under, actions, children }: Props) {
  const heading = useRef<HTMLHeadingElement>(null);
  const path = usePathname();
  // What was opened has the focus: the keyboard goes on from its name, and a screen reader says it.
  useEffect(() => {
    const isNew = lastPath !== null && lastPath !== path;
    lastPath = path;
    arrived ||= isNew;
    // While it loads a screen can be drawn twice: the second time the focus is nowhere.
    if (isNew || (arrived && document.activeElement === document.body)) heading.current?.focus({ preventScroll: true });
    const leave = () => {
      arrived = false;
    };
    window.addEventListener('keydown', leave);
    window.addEventListener('pointerdown', leave);
    return () => {
      window.removeEventListener('keydown', leave);
      window.removeEventListener('pointerdown', leave);
    };
  }, [path]);
  return (
    <>
      <header className="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 px-4 pt-3 pb-2 desk:px-6 print:p-0">
        <div className="min-w-0 flex-1 basis-64">
          <h1 ref={heading} tabIndex={-1} className="min-h-6 font-bold text-xl leading-tight outline-none">
            {title}
          </h1>
          {under && <div className="hidden text-soft desk:block print:block">{under}</div>}
        </div>
        <div className="flex flex-wrap gap-2 print:hidden">
          <UndoRedo />
          {actions}
        </div>
      </header>
      <main className="px-4 pb-6 desk:px-6 print:p-0">{children}</main>
    </>
  );
}
