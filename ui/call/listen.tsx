'use client';
import { Play, Square } from 'lucide-react';
import { useRef, useState } from 'react';
import type { Hearings, Listener } from '@/core/call';
import { type Ear, makeEar } from '@/workers';
import { Button, useObjectUrl } from '../components';

interface Props {
  readonly hearings: Hearings;
  readonly listener: Listener;
}

/** What comes to one ear, to be listened to: each voice in its turn, oneself with the echo behind. */
export function Listen({ hearings, listener }: Props) {
  const [ear, setEar] = useState<Ear | null>(null);
  const [making, setMaking] = useState(false);
  const [atS, setAtS] = useState<number | null>(null);
  const url = useObjectUrl(ear?.file);
  const audio = useRef<HTMLAudioElement>(null);
  const nameOf = (from: string) =>
    from === listener.id ? 'their own voice' : (hearings.voices.find((v) => v.id === from)?.name ?? from);
  const make = async () => {
    setMaking(true);
    setEar(await makeEar(hearings, listener.id, EACH_S));
    setMaking(false);
  };
  const from = (s: number) => {
    if (!audio.current) return;
    audio.current.currentTime = s;
    void audio.current.play();
  };
  if (ear === null || url === null) {
    return (
      <Button className="mt-2 flex items-center gap-2" onClick={() => void make()} disabled={making}>
        <Play size={16} aria-hidden /> {making ? 'Making the sound...' : 'Listen to this ear'}
      </Button>
    );
  }
  const now = atS === null ? undefined : ear.turns.find((t) => atS >= t.startS && atS < t.endS);
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      {/* biome-ignore lint/a11y/useMediaCaption: invented talkers who say no words */}
      <audio
        ref={audio}
        src={url}
        autoPlay
        aria-label={`What ${listener.name} hears`}
        onTimeUpdate={(e) => setAtS(e.currentTarget.currentTime)}
        onEnded={() => setAtS(null)}
        onPause={() => setAtS(null)}
      />
      {ear.turns.map((t) => (
        <button
          key={t.from}
          type="button"
          aria-pressed={now === t}
          className={`min-h-10 rounded-lg border px-3 ${now === t ? 'border-accent bg-accent-wash font-bold' : 'border-soft'}`}
          onClick={() => from(t.startS)}
        >
          {nameOf(t.from)}
        </button>
      ))}
      {atS !== null && (
        <Button className="flex items-center gap-2" onClick={() => audio.current?.pause()}>
          <Square size={14} aria-hidden /> Stop
        </Button>
      )}
      <p className="w-full text-soft text-sm">
        Invented talkers at the computed levels and delays, one after the other. Begin with the volume low.
      </p>
    </div>
  );
}

/** Seconds for each voice: long enough to tell an echo by. */
const EACH_S = 4;
