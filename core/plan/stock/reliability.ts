import {
  type Catalogue,
  type ClassId,
  classIn,
  type Drawer,
  hasFigure,
  newPart,
  type PartClass,
  quantity,
  type Setup,
} from '../../model';

/** How sure one can be that a piece works on a device: a Beta distribution of its rate. */
export interface Rate {
  readonly classId: ClassId;
  readonly mean: number;
  /** In which the rate lies with nine chances in ten. */
  readonly from: number;
  readonly to: number;
  /** The owner's own results on this device. */
  readonly worked: number;
  readonly tried: number;
}

/** What is common practice counts as much as so many tries of one's own; est. */
const PRIOR_TRIES = 5;

/**
 * The rate at which a class works on a device class: the trade's figure as a prior, the owner's own results on top (Beta and
 * binomial, any handbook of statistics).
 * @returns null for a class of which the trade tells no figure and the owner no result.
 */
export function rateOf(classId: ClassId, device: string, drawer: Drawer | null, catalogue: Catalogue): Rate | null {
  const c = classIn(catalogue, classId);
  const own = (drawer?.outcomes ?? []).filter((o) => o.class === classId && o.device === device);
  const told = hasFigure(c, 'worksOfTen');
  if (!told && own.length === 0) return null;
  const prior = told ? quantity(newPart(c), c, 'worksOfTen') / 10 : 0.9;
  const worked = own.filter((o) => o.worked).length;
  const a = prior * PRIOR_TRIES + worked;
  const b = (1 - prior) * PRIOR_TRIES + own.length - worked;
  const [from, to] = nineInTen(a, b);
  return { classId, mean: a / (a + b), from, to, worked, tried: own.length };
}

/** Whether a result tells something of a class: pieces that do not always do what they should. */
export const isCounted = (c: PartClass): boolean => !c.host && (c.inputs !== undefined || hasFigure(c, 'worksOfTen'));

/** Few classes have results of their own, and every chain asks: each pair is worked out once. */
const intervals = new Map<string, readonly [number, number]>();
function nineInTen(a: number, b: number): readonly [number, number] {
  const key = `${a} ${b}`;
  const interval = intervals.get(key) ?? ([betaQuantile(a, b, 0.05), betaQuantile(a, b, 0.95)] as const);
  intervals.set(key, interval);
  return interval;
}

/** Rates of the pieces of a setup that have one, least first; and the chance that all of them work. */
export function ratesOf(
  setup: Setup,
  drawer: Drawer | null,
  catalogue: Catalogue,
): { readonly all: number; readonly rates: readonly Rate[] } {
  const classes = [...new Set(setup.parts.map((p) => p.class))];
  const rates = classes.flatMap((c) => rateOf(c, setup.job.device, drawer, catalogue) ?? []);
  return { all: rates.reduce((p, r) => p * r.mean, 1), rates: rates.sort((x, y) => x.mean - y.mean) };
}

const STEPS = 4000;

/**
 * The quantile of a Beta distribution, by adding up its density between 0 and 1, to about a thousandth.
 * @param a above 0
 * @param b above 0
 */
export function betaQuantile(a: number, b: number, share: number): number {
  // Powers below 1 rise without end at the edges: each step is taken at its middle, and only the ratio counts.
  const density = Array.from({ length: STEPS }, (_, i) => {
    const x = (i + 0.5) / STEPS;
    return Math.exp((a - 1) * Math.log(x) + (b - 1) * Math.log1p(-x));
  });
  const whole = density.reduce((sum, d) => sum + d, 0);
  let sum = 0;
  for (const [i, d] of density.entries()) {
    if (sum + d >= share * whole) return (i + (share * whole - sum) / d) / STEPS;
    sum += d;
  }
  return 1;
}
