import type { Solve } from './kit';

/**
 * The integer program solver, loaded when it is first used: it is large. Where the time ends first, the gap is told against
 * the same program without whole numbers, which can only be cheaper.
 */
export const solver = async (): Promise<Solve> => {
  const { default: load } = await import('highs');
  const highs = await load();
  return async (lp, longestS) => {
    const found = highs.solve(lp, { time_limit: longestS, output_flag: false });
    if (found.Status !== 'Optimal' && found.Status !== 'Time limit reached') return null;
    // Out of time before any choice in whole numbers was found: what stands in the columns is no choice.
    if (found.Status !== 'Optimal' && !Number.isFinite(found.ObjectiveValue)) return 'unfinished';
    const values = new Map(Object.entries(found.Columns).map(([name, c]) => [name, 'Primal' in c ? c.Primal : 0]));
    if (found.Status === 'Optimal') return { values, gap: 0 };
    const loose = highs.solve(lp.replace(/General[\s\S]*End/, 'End'), { time_limit: longestS, output_flag: false });
    const bound = loose.Status === 'Optimal' ? loose.ObjectiveValue : 0;
    return { values, gap: Math.abs(found.ObjectiveValue - bound) / Math.max(1e-9, Math.abs(found.ObjectiveValue)) };
  };
};
