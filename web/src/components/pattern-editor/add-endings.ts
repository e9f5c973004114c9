import { createEndingsEdit } from '@fleet-wren/core';
import { say } from '@fleet-wren/wording';
import type { CommandContext } from './editor-command.ts';

/** Gives the pattern a first and a second ending, its last bar or that of each half where two are written out. */
export const addEndings = ({ bench }: Pick<CommandContext, 'bench'>): void => {
  const { document: pattern, applyEdit, reject } = bench.getState();
  if (pattern.bars < 2) return reject(say('bench.endings-need-bars'));
  if (pattern.begins !== undefined) return reject(say('bench.endings-no-pickup'));
  applyEdit(createEndingsEdit(pattern, { times: 2, bars: 1 }));
};
