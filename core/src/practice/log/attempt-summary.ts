import { localDay } from '../../time/index.ts';
import { normaliseEvents, type PracticeEvent } from './practice-event.ts';

/** The passes of one stage on one day at one tempo. */
export interface AttemptSummary {
  /** The assignment the stage belongs to. */
  readonly assignment: string;
  readonly stage: string;
  /** Days since 1970, where it was practised. */
  readonly day: number;
  /** Beats per minute. */
  readonly tempo: number;
  readonly clean: number;
  readonly slipped: number;
  /** Where passes slipped, in ticks of the stage's pattern: one for each slip whose place is known. */
  readonly slipTicks: readonly number[];
}

interface Counts {
  clean: number;
  slipped: number;
  readonly slipTicks: number[];
}

/**
 * The passes of an assignment, counted by stage, day and tempo, in the order they came.
 * @example
 * summariseAttempts('a', [
 *   { id: '1', at: 5, kind: 'clean', stage: 'tempo', tempo: 80 },
 *   { id: '2', at: 6, kind: 'slipped', stage: 'tempo', tempo: 80 },
 * ])
 * // => [{ assignment: 'a', stage: 'tempo', day: 0, tempo: 80, clean: 1, slipped: 1, slipTicks: [] }]
 */
export const summariseAttempts = (assignment: string, events: readonly PracticeEvent[]): readonly AttemptSummary[] => {
  const found = new Map<string, Omit<AttemptSummary, keyof Counts> & Counts>();
  for (const { kind, stage, tempo, at, offset, slip } of normaliseEvents(events)) {
    if ((kind !== 'clean' && kind !== 'slipped') || stage === undefined || tempo === undefined) continue;
    const day = localDay(at, offset);
    const key = `${day} ${tempo} ${stage}`;
    const row = found.get(key) ?? { assignment, stage, day, tempo, clean: 0, slipped: 0, slipTicks: [] };
    found.set(key, row);
    row[kind] += 1;
    if (slip?.tick !== undefined) row.slipTicks.push(slip.tick);
  }
  return [...found.values()];
};
