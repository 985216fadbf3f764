import { Save } from 'lucide-react';
import { useState } from 'react';
import { itemAt } from '@/core/algorithms';
import { clockText, figure } from '@/core/format';
import { alignTake, type LinedUp, lineUpTakes, stopTake } from '@/workers';
import { Button, failing } from '../components';
import { saveFile } from '../shell';
import type { Take } from './use-takes';

/** Two takes of one event, device and camera: how far apart they began, and how far their clocks run apart. */
export function LineUpTakes({ takes }: { readonly takes: readonly Take[] }) {
  const ready = takes.filter((t) => t.state.is === 'measured');
  const [first, setFirst] = useState<number | null>(null);
  const [second, setSecond] = useState<number | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [result, setResult] = useState<LinedUp | null>(null);
  if (ready.length < 2) {
    return (
      <p className="text-soft">
        Open two takes of the same event under Takes: the device's and the camera's. A clap at the beginning and one at
        the end help.
      </p>
    );
  }
  const a = ready.find((t) => t.id === first) ?? itemAt(ready, 0);
  const b = ready.find((t) => t.id === second && t !== a) ?? ready.find((t) => t !== a)!;
  const go = async () => {
    setBusy('Comparing...');
    setShare(0);
    setResult(null);
    const found = lineUpTakes(a.file, b.file, setShare);
    setResult(await found.catch((e: unknown): LinedUp => ({ ok: false, problem: String(e) })));
    setBusy(null);
    setShare(null);
  };
  const save = async () => {
    if (!result?.ok) return;
    setBusy('Stretching...');
    const file = await alignTake(b.file, result.rateHz, result.value).catch(failing('The lined-up take'));
    setBusy(null);
    if (!file) return;
    saveFile(`${b.name.replace(/\.[^.]*$/, '')} lined up.wav`, file);
  };
  const picker = (label: string, value: number, onValue: (id: number) => void) => (
    <label className="block min-w-0 text-sm">
      {label}
      <select
        value={value}
        onChange={(e) => {
          onValue(Number(e.target.value));
          setResult(null);
        }}
        className="mt-0.5 block min-h-10 max-w-full rounded-lg border border-soft bg-card px-2 text-base"
      >
        {ready.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <section aria-label="Line up" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-3">
        {picker('This one stays', a.id, setFirst)}
        {picker('This one is brought to it', b.id, setSecond)}
        <Button look="main" disabled={busy !== null} onClick={() => void go()}>
          Line them up
        </Button>
        {busy && (
          <span aria-live="polite" className="py-2 text-soft">
            {busy}
          </span>
        )}
        {share !== null && (
          <>
            <progress value={share} aria-label="Comparing the two" className="mb-3 h-3 accent-(--accent)" />
            <Button look="quiet" onClick={() => void stopTake()}>
              Stop
            </Button>
          </>
        )}
      </div>
      {result && !result.ok && (
        <p role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
          <b>They cannot be lined up.</b> {result.problem}
        </p>
      )}
      {result?.ok && (
        <div className="rounded-xl border border-rule bg-card p-3">
          <p className="text-lg">
            <b>{b.name}</b> begins <b className="font-mono">{figure(Math.abs(result.value.offsetS), 3)} s</b>{' '}
            {result.value.offsetS >= 0 ? 'after' : 'before'} <b>{a.name}</b>; its clock runs{' '}
            <b className="font-mono">{figure(Math.abs(result.value.driftPpm))}</b> parts in a million{' '}
            {result.value.driftPpm >= 0 ? 'fast' : 'slow'},{' '}
            <span className="font-mono">{figure(3.6 * Math.abs(result.value.driftPpm))} ms</span> an hour.
          </p>
          <p className="mt-1 text-soft">
            Compared at {result.value.places.length} places, the worst{' '}
            <span className="font-mono">
              {figure(1000 * Math.max(...result.value.places.map((p) => Math.abs(p.offS))), 1)} ms
            </span>{' '}
            off.{' '}
            {result.value.claps.length > 0
              ? `Claps in both at ${result.value.claps
                  .slice(0, 6)
                  .map((t) => clockText(t))
                  .join(', ')}.`
              : 'No clap is in both.'}{' '}
            A microphone a metre further off hears 3 ms later (343 m/s): that is in the offset.
          </p>
          <Button className="mt-2" disabled={busy !== null} onClick={() => void save()}>
            <Save size={18} aria-hidden /> Save {b.name} lined up, as WAV
          </Button>
        </div>
      )}
    </section>
  );
}
