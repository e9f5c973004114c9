import { ENGRAVED_HEIGHT, engravingOptions, widenSectionNames } from '@fleet-wren/core';
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

let laidOut = '';

/** Lays a score out, once for all its systems. */
const layOut = (
  made: VerovioToolkit,
  score: string,
  { width, scale }: Parameters<EngraveWork['engrave']>[1],
): boolean => {
  const question = `${width} ${scale} ${score}`;
  if (question === laidOut) return true;
  made.setOptions(engravingOptions(score, { width, height: ENGRAVED_HEIGHT.apart, scale }));
  const good = made.loadData(score);
  laidOut = good ? question : '';
  return good;
};

const work: EngraveWork = {
  engrave: async (score, how, from, most) => {
    const made = await engraver();
    if (!layOut(made, score, how)) return { systems: [], of: 0 };
    const of = made.getPageCount();
    const length = Math.max(0, Math.min(most, of - from));
    return { of, systems: Array.from({ length }, (_, index) => widenSectionNames(made.renderToSVG(from + index + 1))) };
  },
};

serve(self as unknown as Scope, { ...work });
