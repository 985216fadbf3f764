import { scaleLinear } from 'd3-scale';
import { itemAt } from '@/core/algorithms';
import { changeText, dayText, figure } from '@/core/format';
import type { Lessons } from '@/core/log';
import { figureName } from '@/core/model';
import { partName } from '../components';

interface Props {
  readonly lessons: Lessons;
  readonly nameOf: (classId: string) => string;
}

const WIDTH = 200;
const x = scaleLinear([0, 1], [0, WIDTH]);
const MOST = 8;

/** What the log teaches: how sure each kind is, with how far that is known; what was the matter most. */
export function LessonsPanel({ lessons: { sure, causes, suspects, drifted }, nameOf }: Props) {
  const empty = sure.length === 0 && causes.length === 0 && drifted.length === 0;
  return (
    <section aria-label="What it teaches" className="rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold text-lg">What it teaches</h2>
      {empty && (
        <p className="mt-1 text-soft">
          Nothing yet. Each result and each fault that was found makes the next plan and the next search surer.
        </p>
      )}
      {sure.length > 0 && (
        <>
          <p className="mt-1 text-soft text-sm">How often it works. The bar is where that lies with 9 chances in 10.</p>
          <ul className="mt-2 flex flex-col gap-2">
            {sure.slice(0, MOST).map((s) => (
              <li key={`${s.classId} ${s.device}`}>
                <p className="leading-tight">
                  {nameOf(s.classId)} <span className="text-soft">with {nameOf(s.device)}</span>
                </p>
                <svg viewBox={`0 0 ${WIDTH} 12`} className="my-1 h-3 w-full" aria-hidden preserveAspectRatio="none">
                  <rect x={0} y={5} width={WIDTH} height={2} className="fill-rule" />
                  <rect
                    x={x(s.from)}
                    y={3}
                    width={Math.max(2, x(s.to) - x(s.from))}
                    height={6}
                    className="fill-accent opacity-40"
                  />
                  <rect x={x(s.mean) - 0.7} y={0} width={1.4} height={12} className="fill-accent" />
                </svg>
                <p className="text-sm">
                  {figure(10 * s.mean, 1)} of 10, between {figure(10 * s.from, 1)} and {figure(10 * s.to, 1)};{' '}
                  {s.worked} of {s.tried} of yours
                </p>
              </li>
            ))}
          </ul>
        </>
      )}
      {causes.length > 0 && (
        <>
          <h3 className="mt-3 font-bold">What was the matter</h3>
          <ul>
            {causes.slice(0, MOST).map((c) => (
              <li key={c.kind}>
                {c.times} × {c.kind}
                {c.mostAt && <span className="text-soft">, most at {nameOf(c.mostAt)}</span>}
              </li>
            ))}
          </ul>
          <p className="mt-1 text-soft text-sm">These are asked for sooner.</p>
        </>
      )}
      {drifted.length > 0 && (
        <>
          <h3 className="mt-3 font-bold">Not what it was</h3>
          <ul>
            {drifted.slice(0, MOST).map((d) => (
              <li key={`${d.part.id} ${d.figure}`}>
                {partName(d.part)}: {figureName(d.figure)} {changeText(d.unit, d.change)}{' '}
                <span className="text-soft">since {dayText(itemAt(d.days, 0).date)}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {suspects.map((s) => (
        <p key={s.class} className="mt-2 rounded-lg bg-caution-wash px-3 py-2">
          <b>{nameOf(s.class)}</b> was at fault {s.times} times: look it over, or carry a spare.
        </p>
      ))}
    </section>
  );
}
