'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import type { Clip } from '@/core/edit';

/** Plays a clip over and over until it is stopped, as a sampler would. */
export function useLoop() {
  const [playing, setPlaying] = useState(false);
  const context = useRef<AudioContext | null>(null);
  const stop = useCallback(() => {
    void context.current?.close();
    context.current = null;
    setPlaying(false);
  }, []);
  const start = useCallback(
    ({ rateHz, channels }: Clip) => {
      stop();
      const audio = new AudioContext();
      const buffer = audio.createBuffer(channels.length, itemAt(channels, 0).length, rateHz);
      channels.forEach((c, i) => {
        buffer.copyToChannel(Float32Array.from(c), i);
      });
      const source = audio.createBufferSource();
      source.buffer = buffer;
      source.loop = true;
      source.connect(audio.destination);
      source.start();
      context.current = audio;
      setPlaying(true);
    },
    [stop],
  );
  useEffect(() => () => void context.current?.close(), []);
  return { playing, start, stop };
}
