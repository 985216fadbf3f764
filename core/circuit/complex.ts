/** A complex number as plain data. The solver keeps its own split arrays; this is for its borders. */
export interface Complex {
  readonly re: number;
  readonly im: number;
}

export const ZERO: Complex = { re: 0, im: 0 };
export const ONE: Complex = { re: 1, im: 0 };

export const magnitude = (z: Complex): number => Math.hypot(z.re, z.im);

/** Angle in degrees, -180 to 180. */
export const phaseDeg = (z: Complex): number => (Math.atan2(z.im, z.re) * 180) / Math.PI;

export const subtract = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });

export const scale = (a: Complex, k: number): Complex => ({ re: a.re * k, im: a.im * k });

export const divide = (a: Complex, b: Complex): Complex => {
  const d = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / d, im: (a.im * b.re - a.re * b.im) / d };
};
