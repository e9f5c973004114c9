import {
  ENGRAVED_HEIGHT,
  ProblemError,
  createProblem,
  engravingOptions,
  prepareForEngraving,
  refineEngraving,
} from '@fleet-wren/core';
import createModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import type { EngravingWorkerApi } from './worker-protocol.ts';
import { serveRequests, type WorkerScope } from './serve-requests.ts';

let toolkit: Promise<VerovioToolkit> | undefined;

/** The engraver, made when the first page is asked for. */
const loadToolkit = (): Promise<VerovioToolkit> => {
  toolkit ??= createModule().then((module) => new VerovioToolkit(module));
  return toolkit;
};

let currentLayout = '';

/** Lays a score out, once for all its systems. */
const layOutScore = (
  made: VerovioToolkit,
  score: string,
  { width, scale }: Parameters<EngravingWorkerApi['engrave']>[1],
): boolean => {
  const question = `${width} ${scale} ${score}`;
  if (question === currentLayout) return true;
  made.setOptions(engravingOptions(score, { width, height: ENGRAVED_HEIGHT.apart, scale }));
  const good = made.loadData(prepareForEngraving(score));
  currentLayout = good ? question : '';
  return good;
};

const handlers: EngravingWorkerApi = {
  engrave: async (score, how, from, most) => {
    const made = await loadToolkit();
    if (!layOutScore(made, score, how)) return { systems: [], total: 0 };
    const of = made.getPageCount();
    const length = Math.max(0, Math.min(most, of - from));
    return {
      total: of,
      systems: Array.from({ length }, (_, index) => refineEngraving(made.renderToSVG(from + index + 1))),
    };
  },
  convertToMei: async (score) => {
    const made = await loadToolkit();
    // Loading a score replaces the last layout.
    currentLayout = '';
    if (!made.loadData(score)) throw new ProblemError(createProblem('internal'));
    return made.getMEI();
  },
};

serveRequests(self as unknown as WorkerScope, { ...handlers });
