'use client';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';
import { redo, undo } from '@/store';
import { attempt, Button, useSteps } from '../components';
import { tell } from './tell';

async function walk(way: 'undo' | 'redo'): Promise<void> {
  const label = await attempt(way === 'undo' ? undo : redo);
  if (label) tell(way === 'undo' ? `Taken back: ${label}.` : `Done again: ${label}.`);
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.matches('input:not([type=range]):not([type=checkbox]):not([type=radio]), textarea');

/** Undo and redo of everything kept, with the usual keys; text fields keep their own. */
export function UndoRedo() {
  const { back, forth } = useSteps();
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || isTyping(e.target)) return;
      const key = e.key.toLowerCase();
      const way = key === 'y' || (key === 'z' && e.shiftKey) ? 'redo' : key === 'z' ? 'undo' : null;
      if (!way) return;
      e.preventDefault();
      void walk(way);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <div className="flex gap-2">
      <Button
        disabled={!back}
        onClick={() => walk('undo')}
        title={back ? `Undo: ${back}` : 'Nothing to undo'}
        aria-label="Undo"
      >
        <Undo2 size={18} aria-hidden /> <span className="hidden sm:inline">Undo</span>
      </Button>
      <Button
        disabled={!forth}
        onClick={() => walk('redo')}
        title={forth ? `Redo: ${forth}` : 'Nothing to redo'}
        aria-label="Redo"
      >
        <Redo2 size={18} aria-hidden /> <span className="hidden sm:inline">Redo</span>
      </Button>
    </div>
  );
}
