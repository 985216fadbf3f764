'use client';
import { useRef, useState } from 'react';
import { merged, type Setup } from '@/core/model';
import { keepSetup } from '../components';
import { tell, useOverruled } from '../shell';

/** What a hand has made of a setup and the store does not show yet. */
interface Draft {
  label: string;
  /** As the hand saw it when it began, its own earlier drafts included, and what it made of that. */
  readonly base: Setup;
  next: Setup;
  /** Held in the hand, on its way into the store, kept there, or refused by the browser and still to be kept. */
  stage: 'held' | 'writing' | 'kept' | 'refused';
  /** Once it is kept: what lay there when that was said. News after that holds it. */
  under: Setup | null;
}

/**
 * A setup being worked on: what is turned lies as a draft over what is kept, whatever becomes of that meanwhile; let go, it
 * is applied to the setup as it is in the store then, as one step of undo. A draft stays until the store shows it, and where
 * it could not be kept, until it is.
 */
export function useDraft(kept: Setup) {
  const [, draw] = useState(0);
  // Turning and letting go happen in one tick, before the page is drawn again: each must find what the other did.
  const drafts = useRef<readonly Draft[]>([]);
  const now = useRef(kept);
  now.current = kept;
  useOverruled('setups', kept);
  drafts.current = drafts.current.filter((d) => d.stage !== 'kept' || d.under === kept);
  const setup = drafts.current.reduce((s, d) => merged(d.base, d.next, s).document, kept);

  const lay = (label: string, next: Setup): Draft => {
    const last = drafts.current.at(-1);
    // `next` was made of what was drawn: what the hand did since goes under it.
    if (last && (last.stage === 'held' || last.stage === 'refused')) {
      last.next = merged(setup, next, last.next).document;
      last.label = label;
      last.stage = 'held';
      draw((n) => n + 1);
      return last;
    }
    const base = last?.next ?? kept;
    const draft: Draft = { label, base, next: merged(setup, next, base).document, stage: 'held', under: null };
    drafts.current = [...drafts.current, draft];
    draw((n) => n + 1);
    return draft;
  };
  const write = async (draft: Draft): Promise<boolean> => {
    draft.stage = 'writing';
    const { kept: isKept, word } = await keepSetup(draft.label, draft.base, draft.next, () => write(draft));
    if (word) tell(word);
    draft.under = now.current;
    draft.stage = isKept ? 'kept' : 'refused';
    // What cannot stand beside what another window did goes; what the browser refused stays in sight.
    if (!isKept && word) drafts.current = drafts.current.filter((d) => d !== draft);
    draw((n) => n + 1);
    return isKept;
  };
  return {
    setup,
    /** @returns whether it is kept. */
    keep: (label: string, next: Setup): Promise<boolean> => write(lay(label, next)),
    turn: (label: string, next: Setup) => void lay(label, next),
    done: () => {
      const last = drafts.current.at(-1);
      if (last?.stage === 'held') void write(last);
    },
  };
}
