import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import { nearestNote } from '@/core/edit';
import { signed } from '@/core/format';
import type { EditedClip } from '@/workers';

/** An octave down and one up from the sample as it is. */
const RANGE = Array.from({ length: 25 }, (_, i) => i - 12);
/** A key that is let go falls silent in so long, seconds: at once it would click. */
const RELEASE_S = 0.08;

/** A sample played up and down by keys: pressed by a finger, or by arrow keys and Enter. */
export function Keys({ clip }: { readonly clip: EditedClip }) {
  const context = useRef<AudioContext | null>(null);
  const buffer = useRef<{ readonly of: EditedClip; readonly buffer: AudioBuffer } | null>(null);
  const sounding = useRef(new Map<number, () => void>());
  const [down, setDown] = useState<ReadonlySet<number>>(new Set());
  const [at, setAt] = useState(0);
  const keys = useRef(new Map<number, HTMLButtonElement>());
  useEffect(() => {
    // On a phone not all of them are in sight.
    keys.current.get(0)?.scrollIntoView({ block: 'nearest', inline: 'center' });
    return () => void context.current?.close();
  }, []);

  const play = (by: number) => {
    context.current ??= new AudioContext();
    const audio = context.current;
    if (buffer.current?.of !== clip) {
      const made = audio.createBuffer(clip.channels.length, itemAt(clip.channels, 0).length, clip.rateHz);
      clip.channels.forEach((c, i) => {
        made.copyToChannel(Float32Array.from(c), i);
      });
      buffer.current = { of: clip, buffer: made };
    }
    release(by);
    const source = audio.createBufferSource();
    source.buffer = buffer.current.buffer;
    source.playbackRate.value = 2 ** (by / 12);
    const gain = audio.createGain();
    source.connect(gain).connect(audio.destination);
    source.start();
    sounding.current.set(by, () => {
      gain.gain.setTargetAtTime(0, audio.currentTime, RELEASE_S / 3);
      source.stop(audio.currentTime + 2 * RELEASE_S);
    });
    setDown((all) => new Set(all).add(by));
  };
  const release = (by: number) => {
    sounding.current.get(by)?.();
    sounding.current.delete(by);
    setDown((all) => new Set([...all].filter((d) => d !== by)));
  };
  const press = (by: number) => (e: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, PageDown: -12, PageUp: 12 }[e.key];
    if (step !== undefined) {
      const to = Math.max(-12, Math.min(12, by + step));
      release(by);
      setAt(to);
      keys.current.get(to)?.focus();
      e.preventDefault();
    } else if ((e.key === 'Enter' || e.key === ' ') && !e.repeat) {
      play(by);
      e.preventDefault();
    }
  };
  const own = clip.pitch && Math.round(12 * Math.log2(nearestNote(clip.pitch.hz).hz / 440));
  const nameOf = (by: number) =>
    clip.pitch ? nearestNote(nearestNote(clip.pitch.hz).hz * 2 ** (by / 12)).name : by === 0 ? 'As it is' : signed(by);
  /** Without a pitch of its own the sample stands on a C. */
  const isSharp = (by: number) => [1, 3, 6, 8, 10].includes((((by + (own === null ? 0 : own + 9)) % 12) + 12) % 12);
  return (
    <fieldset
      aria-label="Keys"
      className="flex min-w-0 touch-pan-x items-start select-none overflow-x-auto rounded-xl border border-rule p-1"
    >
      {RANGE.map((by) => (
        <button
          key={by}
          ref={(b) => {
            if (b) keys.current.set(by, b);
          }}
          type="button"
          tabIndex={by === at ? 0 : -1}
          aria-label={by === 0 ? `${nameOf(by)}, the sample as it is` : nameOf(by)}
          aria-pressed={down.has(by)}
          onPointerDown={(e) => {
            // Sliding to the next key plays that.
            e.currentTarget.releasePointerCapture(e.pointerId);
            setAt(by);
            play(by);
          }}
          onPointerEnter={(e) => e.buttons > 0 && play(by)}
          onPointerUp={() => release(by)}
          onPointerLeave={() => release(by)}
          onPointerCancel={() => release(by)}
          onKeyDown={press(by)}
          onKeyUp={() => release(by)}
          onBlur={() => release(by)}
          className={`flex min-w-9 flex-1 items-end justify-center rounded-b-lg border pb-1 text-xs ${isSharp(by) ? 'h-18 border-ink bg-ink text-paper' : 'h-28 border-soft bg-card text-ink'} ${by === 0 ? 'font-bold underline' : ''} aria-pressed:border-accent aria-pressed:bg-accent aria-pressed:text-accent-ink`}
        >
          {isSharp(by) ? '' : nameOf(by)}
        </button>
      ))}
    </fieldset>
  );
}
