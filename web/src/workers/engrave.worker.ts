import { ENGRAVED_HEIGHT, engravingOptions } from '@fleet-wren/core';
import createModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import type { EngraveWork } from './protocol.ts';
import { serve, type Scope } from './serve.ts';

let toolkit: Promise<VerovioToolkit> | undefined;

/** The engraver, made when the first page is asked for. */
const engraver = (): Promise<VerovioToolkit> => {
  toolkit ??= createModule().then((module) => new VerovioToolkit(module));
  return toolkit;
};

const work: EngraveWork = {
  engrave: async (score, { width, scale }) => {
    const made = await engraver();
    made.setOptions(engravingOptions(score, { width, height: ENGRAVED_HEIGHT.apart, scale }));
    if (!made.loadData(score)) return [];
    return Array.from({ length: made.getPageCount() }, (_, page) => made.renderToSVG(page + 1));
  },
};

serve(self as unknown as Scope, { ...work });
