'use client';
import { figure } from '@/core/format';
import { WISH_RANGE, type Wish } from '@/core/levels';
import { Slide } from '../setup';

/** Where the peaks shall stand, and what shall be left above them. */
export function WishBox({ wish, onWish }: { readonly wish: Wish; readonly onWish: (wish: Wish) => void }) {
  return (
    <section
      aria-label="What the knobs are set for"
      className="grid grid-cols-[3fr_2fr] gap-4 rounded-xl border border-rule bg-card px-3 pt-2"
    >
      <Slide
        label="Peaks at"
        value={wish.peakDbfs}
        {...WISH_RANGE.peakDbfs}
        step={1}
        words={`${figure(wish.peakDbfs)} dBFS`}
        onTurn={(peakDbfs) => onWish({ ...wish, peakDbfs })}
        onDone={() => {}}
      />
      <Slide
        label="Spare"
        value={wish.spareDb}
        {...WISH_RANGE.spareDb}
        step={1}
        words={`${wish.spareDb} dB`}
        onTurn={(spareDb) => onWish({ ...wish, spareDb })}
        onDone={() => {}}
      />
    </section>
  );
}
