declare module 'verovio/wasm' {
  const createModule: () => Promise<unknown>;
  export default createModule;
}

declare module 'verovio/esm' {
  /** As much of the engraver as sheets and tests need. */
  export class VerovioToolkit {
    constructor(module: unknown);
    setOptions(options: object): void;
    loadData(data: string): boolean;
    /** What was loaded, in the words of MEI 5. */
    getMEI(): string;
    getPageCount(): number;
    renderToSVG(page: number): string;
    renderToTimemap(options: object): unknown;
    getMIDIValuesForElement(id: string): unknown;
  }
}
