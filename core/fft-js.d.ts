declare module 'fft.js' {
  /** Complex arrays hold real and imaginary parts in turn. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
    completeSpectrum(spectrum: ArrayLike<number>): void;
    inverseTransform(out: ArrayLike<number>, data: ArrayLike<number>): void;
  }
}
