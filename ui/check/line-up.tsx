import { scaleLinear } from 'd3-scale';
import { Save } from 'lucide-react';
import { useState } from 'react';
import { itemAt } from '@/core/algorithms';
import { type LineUp, lineUpWords } from '@/core/edit';
import { clockText } from '@/core/format';
import { alignTake, type LinedUp, lineUpTakes, stopTake } from '@/workers';
import { Button, failing } from '../components';
import { saveFile } from '../shell';
import type { Take } from './use-takes';

/** Takes of one event, device, camera and recorder: how far apart they began, what was lost, how far their clocks run apart. */
export function LineUpTakes({ takes }: { readonly takes: readonly Take[] }) {
  const ready = takes.filter((t) => t.state.is === 'measured');
  const measuring = takes.find((t) => t.state.is === 'measuring' || t.state.is === 'waiting');
  const [first, setFirst] = useState<number | null>(null);
  const [second, setSecond] = useState<number | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [results, setResults] = useState<readonly { readonly take: Take; readonly lined: LinedUp }[]>([]);
  if (ready.length < 2) {
    return (
      <p className="text-soft">
        Open two takes of the same event under Takes, or more: the device's and the camera's. A clap at the beginning
        and one at the end help.
      </p>
    );
  }
  const stays = ready.find((t) => t.id === first) ?? itemAt(ready, 0);
  const others = ready.filter((t) => t !== stays);
  const picked = others.find((t) => t.id === second);
  const brought = picked ? [picked] : others;
  const go = async () => {
    setResults([]);
    for (const [i, take] of brought.entries()) {
      setBusy(brought.length > 1 ? `Comparing ${take.name}...` : 'Comparing...');
      setShare(i / brought.length);
      const lined = await lineUpTakes(stays.file, take.file, (s) => setShare((i + s) / brought.length)).catch(
        (e: unknown): LinedUp => ({ ok: false, problem: String(e) }),
      );
      // Stopped: what was found so far stays.
      if (lined === null) break;
      setResults((before) => [...before, { take, lined }]);
    }
    setBusy(null);
    setShare(null);
  };
  const save = async (take: Take, found: LinedUp & { ok: true }) => {
    setBusy('Putting in place...');
    const file = await alignTake(take.file, found.rateHz, found.value).catch(failing('The lined-up take'));
    setBusy(null);
    if (file) saveFile(`${take.name.replace(/\.[^.]*$/, '')} lined up.wav`, file);
  };
  const picker = (
    label: string,
    value: number | '',
    from: readonly Take[],
    onValue: (id: number | null) => void,
    all: string | null,
  ) => (
    <label className="block min-w-0 text-sm">
      {label}
      <select
        value={value}
        onChange={(e) => {
          onValue(e.target.value === '' ? null : Number(e.target.value));
          setResults([]);
        }}
        className="mt-0.5 block min-h-10 max-w-full rounded-lg border border-soft bg-card px-2 text-base"
      >
        {all && <option value="">{all}</option>}
        {from.map((t) => (
          <option key={t.id} value={t.id}>
            {t.name}
          </option>
        ))}
      </select>
    </label>
  );
  const all = others.length > 1 ? `All ${others.length} others` : null;
  return (
    <section aria-label="Line up" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-end gap-3">
        {picker('This one stays', stays.id, ready, setFirst, null)}
        {picker('Brought to it', picked?.id ?? (all ? '' : itemAt(others, 0).id), others, setSecond, all)}
        <Button look="main" disabled={busy !== null || measuring !== undefined} onClick={() => void go()}>
          Line them up
        </Button>
        {measuring && <span className="py-2 text-soft">Still measuring {measuring.name}...</span>}
        {busy && (
          <span aria-live="polite" className="py-2 text-soft">
            {busy}
          </span>
        )}
        {share !== null && (
          <>
            <progress value={share} aria-label="Comparing the takes" className="mb-3 h-3 accent-(--accent)" />
            <Button look="quiet" onClick={() => void stopTake()}>
              Stop
            </Button>
          </>
        )}
      </div>
      {results.map(({ take, lined }) =>
        lined.ok ? (
          <article key={take.id} aria-label={take.name} className="rounded-xl border border-rule bg-card p-3">
            <Strip
              firstS={secondsOf(stays)}
              secondS={secondsOf(take)}
              found={lined.value}
              names={[stays.name, take.name]}
            />
            {lineUpWords(lined.value, stays.name, take.name).map((words, i) => (
              <p key={words} className={i === 0 ? 'text-lg' : 'mt-1'}>
                {words}
              </p>
            ))}
            <Button className="mt-2" disabled={busy !== null} onClick={() => void save(take, lined)}>
              <Save size={18} aria-hidden /> Save {take.name} lined up, as WAV
            </Button>
          </article>
        ) : (
          <p key={take.id} role="alert" className="rounded-xl border border-fail bg-fail-wash p-3">
            <b>{take.name} cannot be lined up.</b> {lined.problem}
          </p>
        ),
      )}
    </section>
  );
}

const secondsOf = (take: Take): number => (take.state.is === 'measured' ? take.state.report.seconds : 0);

/** Both takes on the first's time, the second in its pieces: what is missing is seen as a gap. */
function Strip({
  firstS,
  secondS,
  found,
  names,
}: {
  readonly firstS: number;
  readonly secondS: number;
  readonly found: LineUp;
  readonly names: readonly [string, string];
}) {
  const last = itemAt(found.pieces, found.pieces.length - 1);
  const from = Math.min(0, found.offsetS);
  const to = Math.max(firstS, last.offsetS + secondS);
  const x = scaleLinear([from, to], [0, 100]);
  const row = (bars: readonly { readonly fromS: number; readonly toS: number }[], look: string) => (
    <div className="relative h-5 rounded bg-paper">
      {bars.map((b) => (
        <span
          key={b.fromS}
          className={`absolute inset-y-0 rounded-sm ${look}`}
          style={{ left: `${x(b.fromS)}%`, width: `max(2px, calc(${x(b.toS) - x(b.fromS)}% - 2px))` }}
        />
      ))}
    </div>
  );
  return (
    <div className="mb-2 grid grid-cols-[minmax(0,7rem)_1fr] items-center gap-x-3 gap-y-1 text-sm" aria-hidden>
      <span className="truncate">{names[0]}</span>
      {row([{ fromS: 0, toS: firstS }], 'bg-soft')}
      <span className="truncate">{names[1]}</span>
      {row(found.pieces, 'bg-accent')}
      <span />
      <span className="flex justify-between font-mono text-soft">
        <span>{from < 0 ? `−${clockText(-from)}` : clockText(0)}</span>
        <span>{clockText(to)}</span>
      </span>
    </div>
  );
}
