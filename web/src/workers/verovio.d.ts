declare module 'verovio/wasm' {
  const createModule: () => Promise<unknown>;
  export default createModule;
}

declare module 'verovio/esm' {
  /** As much of the engraver as sheets need. */
  export class VerovioToolkit {
    constructor(module: unknown);
    setOptions(options: Readonly<Record<string, unknown>>): void;
    loadData(data: string): boolean;
    getPageCount(): number;
    renderToSVG(page: number): string;
  }
}
