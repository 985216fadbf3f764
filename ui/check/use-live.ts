'use client';
import { useCallback, useEffect, useRef, useState } from 'react';
import { itemAt } from '@/core/algorithms';
import { GapMeter, LiveMeter, type LiveReading, type Loss } from '@/core/take';
import { HISTORY_S } from '../beside';
import { devicesThere, InputTrouble, type LiveInput, openInput } from './live-input';

/** How often the meter is drawn anew, milliseconds: as often as an eye follows. */
const DRAW_MS = 66;
/** What is shown stands still, and must not be taken for what is heard. */
const PAUSED =
  'The browser has paused listening: a call came, or the page lay in the background. The meter stands still until you come back and press anywhere.';
/** Of the history, seconds. */
const STEP_S = 0.1;

const NO_DEVICES = { inputs: [], outputs: [] };

/** An input with its meter: opened, followed, closed; and a stretch of it recorded when asked. */
export function useLive() {
  const [{ inputs, outputs }, setDevices] = useState<Awaited<ReturnType<typeof devicesThere>>>(NO_DEVICES);
  const [input, setInput] = useState<LiveInput | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [reading, setReading] = useState<LiveReading | null>(null);
  const [history, setHistory] = useState<readonly number[]>([]);
  const meter = useRef<LiveMeter | null>(null);
  const gaps = useRef(new GapMeter());
  const opened = useRef<LiveInput | null>(null);
  const recorder = useRef<{
    readonly blocks: (readonly Float32Array[])[];
    frames: number;
    readonly wanted: number;
    readonly done: (x: readonly Float32Array[]) => void;
  } | null>(null);
  const past = useRef<number[]>([]);
  const stepFrames = useRef({ peak: 0, frames: 0 });

  const asked = useRef(0);
  const refresh = useCallback(() => {
    const mine = ++asked.current;
    // Answers may come in another order than they were asked for: the newest question counts.
    void devicesThere().then((d) => {
      if (asked.current === mine) setDevices(d);
    });
  }, []);

  const finish = useCallback(() => {
    const r = recorder.current;
    recorder.current = null;
    if (!r) return;
    if (r.blocks.length === 0) {
      r.done([]);
      return;
    }
    const channels = Math.min(...r.blocks.map((b) => b.length));
    const whole = Array.from({ length: channels }, () => new Float32Array(r.frames));
    let at = 0;
    for (const b of r.blocks) {
      for (let c = 0; c < channels; c++) itemAt(whole, c).set(itemAt(b, c), at);
      at += itemAt(b, 0).length;
    }
    r.done(whole);
  }, []);

  const close = useCallback(() => {
    finish();
    opened.current?.close();
    opened.current = null;
    meter.current = null;
    setInput(null);
  }, [finish]);

  const open = useCallback(
    async (deviceId: string | null) => {
      close();
      setTrouble(null);
      past.current = [];
      gaps.current = new GapMeter();
      try {
        const live = await openInput({
          deviceId,
          onBlock: (block) => {
            const rateHz = opened.current?.rateHz;
            if (!rateHz) return;
            meter.current ??= new LiveMeter(rateHz, block.length);
            meter.current.push(block);
            gaps.current.push(itemAt(block, 0).length / rateHz, performance.now() / 1000);
            let peak = 0;
            for (const x of block) for (const v of x) peak = Math.max(peak, Math.abs(v));
            const step = stepFrames.current;
            step.peak = Math.max(step.peak, peak);
            step.frames += itemAt(block, 0).length;
            if (step.frames >= STEP_S * rateHz) {
              past.current.push(step.peak);
              if (past.current.length > HISTORY_S / STEP_S) past.current.shift();
              stepFrames.current = { peak: 0, frames: 0 };
            }
            const r = recorder.current;
            if (!r) return;
            r.blocks.push(block);
            r.frames += itemAt(block, 0).length;
            if (r.frames >= r.wanted) finish();
          },
          onPaused: (paused) => setTrouble((now) => (paused ? PAUSED : now === PAUSED ? null : now)),
          onEnd: () => {
            finish();
            opened.current = null;
            setInput(null);
            setTrouble(
              'The input went away in the middle: a plug came out, or the browser let it go. What was recorded until then is kept.',
            );
            refresh();
          },
        });
        opened.current = live;
        setInput(live);
      } catch (e) {
        setTrouble(e instanceof InputTrouble ? e.message : String(e));
      }
      refresh();
    },
    [close, finish, refresh],
  );

  /** Record so many seconds; what there is by then is handed over when it is stopped sooner. */
  const record = useCallback((seconds: number): Promise<readonly Float32Array[]> => {
    const rateHz = opened.current?.rateHz ?? 48_000;
    return new Promise((done) => {
      recorder.current = { blocks: [], frames: 0, wanted: seconds * rateHz, done };
    });
  }, []);

  useEffect(() => {
    refresh();
    const media = navigator.mediaDevices;
    media?.addEventListener('devicechange', refresh);
    return () => media?.removeEventListener('devicechange', refresh);
  }, [refresh]);
  useEffect(() => {
    if (!input) return;
    const timer = setInterval(() => {
      if (!meter.current) return;
      setReading(meter.current.read());
      setHistory([...past.current]);
    }, DRAW_MS);
    return () => clearInterval(timer);
  }, [input]);
  // Whoever leaves in the middle of a take has it as far as it came.
  useEffect(
    () => () => {
      finish();
      opened.current?.close();
    },
    [finish],
  );

  return {
    inputs,
    outputs,
    input,
    trouble,
    reading: input ? reading : null,
    history,
    open,
    close,
    record,
    finish,
    clearClips: () => meter.current?.clearClips(),
    /** What the browser itself lost, seconds of what is heard. */
    gaps: (): readonly Loss[] => gaps.current.end(),
  };
}
