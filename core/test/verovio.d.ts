declare module 'verovio/wasm' {
  const createModule: () => Promise<unknown>;
  export default createModule;
}

declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: unknown);
    loadData(data: string): boolean;
    setOptions(options: object): void;
    renderToSVG(page: number): string;
    renderToTimemap(options: object): unknown;
    getMIDIValuesForElement(id: string): unknown;
  }
}
