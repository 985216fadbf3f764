/** Times of one thing, milliseconds: the middle one, and those a quarter from either end. */
export interface Times {
  readonly median: number;
  readonly low: number;
  readonly high: number;
}

/** One line of the bench: what it took, and against what that was measured in the same run. */
export interface Row {
  readonly what: string;
  readonly times: Times;
  readonly reference: string;
  readonly against: Times | null;
  /** How often the reference goes into it, or it into the reference: as the goal is put. */
  readonly ratio: number | null;
  readonly goal: string;
}

const spread = (sorted: readonly number[]): Times => {
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
  return { median: at(0.5), low: at(0.25), high: at(0.75) };
};

type Work = () => unknown;

/**
 * Times of several things that take turns, so that a machine that is busy for a while is busy for all of them.
 * @param runs of each, after one that does not count
 */
export async function inTurns(runs: number, ...works: readonly Work[]): Promise<readonly Times[]> {
  const times: number[][] = works.map(() => []);
  for (let run = -1; run < runs; run++) {
    for (const [i, work] of works.entries()) {
      const start = performance.now();
      await work();
      if (run >= 0) times[i]!.push(performance.now() - start);
    }
  }
  return times.map((t) => spread(t.sort((a, b) => a - b)));
}

/** A row of something against its reference, in turns. */
export async function against(
  what: string,
  work: Work,
  reference: string,
  other: Work,
  { runs, goal, inverse = false }: { readonly runs: number; readonly goal: string; readonly inverse?: boolean },
): Promise<Row> {
  const [times, theirs] = await inTurns(runs, work, other);
  const ratio = inverse ? theirs!.median / times!.median : times!.median / theirs!.median;
  return { what, times: times!, reference, against: theirs!, ratio, goal };
}

/** A row of something by itself. */
export async function alone(what: string, work: Work, { runs, goal }: { runs: number; goal: string }): Promise<Row> {
  const [times] = await inTurns(runs, work);
  return { what, times: times!, reference: '', against: null, ratio: null, goal };
}
