'use client';
import { useRef, useState } from 'react';
import type { Setup } from '@/core/model';
import { change } from '@/store';

interface Draft {
  readonly label: string;
  readonly setup: Setup;
  readonly from: Setup;
}

/** A setup being worked on: what is turned changes a draft, which is kept, as one step of undo, when it is let go. */
export function useDraft(kept: Setup) {
  const [draft, setDraft] = useState<Draft | null>(null);
  // A switch is turned and let go in one tick, before the page is drawn again: letting go must find what was turned.
  const turned = useRef<Draft | null>(null);
  // A draft of what has since changed underneath, in another tab or by undo, is no longer wanted.
  const current = draft && draft.from === kept ? draft : null;
  const keep = (label: string, next: Setup) => change(label, [{ kind: 'setups', id: kept.id, become: () => next }]);
  return {
    setup: current?.setup ?? kept,
    keep,
    turn: (label: string, next: Setup) => {
      turned.current = { label, setup: next, from: kept };
      setDraft(turned.current);
    },
    done: () => {
      const last = turned.current;
      turned.current = null;
      if (last && last.from === kept) void keep(last.label, last.setup);
    },
  };
}
