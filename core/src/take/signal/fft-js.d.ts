/** The part of the package that is used. */
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    /** Fills the bins 0 to size / 2 of the output. */
    realTransform(output: number[], input: ArrayLike<number>): void;
  }
}
