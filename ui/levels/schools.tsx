'use client';
import { figure } from '@/core/format';
import type { Contest, Figures, Levels, Setting, Wish } from '@/core/levels';
import type { Setup } from '@/core/model';
import { nameIn } from '../components';

interface Props {
  readonly setup: Setup;
  readonly levels: Levels;
  readonly wish: Wish;
  readonly onSet: (label: string, setup: Setup) => void;
}

/** Both schools of gain setting with what each is worth here, the best of all, and why. */
export function Schools({ setup, levels: { schools, now }, wish, onSet }: Props) {
  if (!schools) return null;
  const { sourceHot, deviceHot, best, contest } = schools;
  const same = (s: Setting) =>
    s.setup.parts.every(
      (p) => JSON.stringify(p.knobs ?? {}) === JSON.stringify(setup.parts.find((q) => q.id === p.id)?.knobs ?? {}),
    );
  const rows: readonly {
    readonly letter: string;
    readonly name: string;
    readonly setting: Setting;
    readonly wins: boolean;
  }[] = [
    { letter: 'B', name: 'Best voice over noise', setting: best, wins: false },
    { letter: 'S', name: 'Source hot, device low', setting: sourceHot, wins: contest.winner === 'source hot' },
    { letter: 'D', name: 'Source low, device high', setting: deviceHot, wins: contest.winner === 'device hot' },
  ];
  return (
    <section aria-label="Settings of all knobs" className="rounded-xl border border-rule bg-card px-3 py-2">
      <h2 className="font-bold">
        Set all knobs at once <span className="font-normal text-soft text-sm">dB</span>
      </h2>
      <table className="mt-1 w-full text-sm">
        <thead className="text-left text-soft">
          <tr>
            <th className="font-normal">setting</th>
            <th className="pl-2 text-right font-normal">noise</th>
            <th className="pl-3 text-right font-normal">spare</th>
            <th className="pl-3 text-right font-normal">peaks</th>
          </tr>
        </thead>
        <tbody>
          <FiguresRow name="as they stand" figures={now} />
          {rows.map(({ letter, name, setting, wins }) => (
            <FiguresRow
              key={letter}
              name={`${letter}  ${name}${wins ? ', wins' : ''}`}
              figures={setting.figures}
              bold={wins}
            />
          ))}
        </tbody>
      </table>
      <div className="mt-2 flex flex-col gap-1.5">
        {rows.map(({ letter, name, setting }, i) => (
          <button
            key={letter}
            type="button"
            disabled={same(setting)}
            onClick={() => onSet(`Set the knobs: ${name.toLowerCase()}`, setting.setup)}
            className={`flex min-h-11 items-center gap-2 rounded-lg border px-3 py-1.5 text-left font-semibold disabled:opacity-60 ${i === 0 ? 'border-accent bg-accent text-accent-ink' : 'border-rule bg-card hover:border-accent'}`}
          >
            <span className="font-mono">{letter}</span> {name}
            {same(setting) && <span className="font-normal text-sm">so they stand</span>}
          </button>
        ))}
      </div>
      <p className="mt-2 text-sm">{why(setup, contest, sourceHot, deviceHot)}</p>
      {best.over && (
        <p className="mt-1 font-semibold text-fail text-sm">
          Even turned all the way down it is too loud: a pad of about {figure(needed(best, wish))} dB is missing.
        </p>
      )}
    </section>
  );
}

/** What a pad must take so that the wish can be met. */
const needed = ({ figures }: Setting, wish: Wish): number =>
  Math.max(figures.peakDbfs - wish.peakDbfs, wish.spareDb - figures.spareDb);

function FiguresRow({
  name,
  figures,
  bold = false,
}: {
  readonly name: string;
  readonly figures: Figures | null;
  readonly bold?: boolean;
}) {
  if (!figures) return null;
  const cell = `text-right font-mono ${bold ? 'font-semibold' : ''}`;
  return (
    <tr className="border-rule border-t">
      <td className={`py-1 leading-tight ${bold ? 'font-semibold' : ''}`}>{name}</td>
      <td className={cell}>{figures.snrDb === null ? '?' : figure(figures.snrDb, 1)}</td>
      <td className={cell}>{figure(figures.spareDb)}</td>
      <td className={cell}>{figure(figures.peakDbfs)}</td>
    </tr>
  );
}

/** Which school wins, in words made of its numbers. */
function why(setup: Setup, { winner, snrGainDb, spareGainDb }: Contest, hot: Setting, low: Setting): string {
  const noisy = (s: Setting) => {
    const { noisiest } = s.figures;
    return noisiest ? `${nameIn(setup, noisiest.part)} (${noisiest.what})` : 'elsewhere';
  };
  const spare = figure(Math.abs(spareGainDb));
  if (winner === 'either') return 'Both schools come to the same here: no knob decides between noise and room.';
  if (winner === 'source hot' && snrGainDb >= 1) {
    return `Source hot wins by ${figure(snrGainDb)} dB over noise: with the source low, most noise comes from ${noisy(low)}. Gain before it lifts the voice out of that. It costs ${spare} dB of headroom before something clips.`;
  }
  if (winner === 'device hot' && !hot.over) {
    return `Source low wins here: noise comes from ${noisy(hot)} either way, so nothing is lost, and there are ${spare} dB more before something clips.`;
  }
  return winner === 'source hot'
    ? 'Source hot wins here: the other way it cannot be brought within the limits.'
    : 'Source low wins here: with the source hot something is over its limit.';
}
