import { message, type Message } from '../../message/index.ts';
import { fingerWord } from '../../pattern/index.ts';
import type { TakeAssessment } from './assess-take.ts';

/**
 * What a take comes to, in a line: passes that were clean, and the tempo.
 * @example
 * summariseTake({ cycles: [{ cycle: 0, verdict: 'clean', why: null }], tempo: [90, 90.2] })
 * // => { code: 'take.headline', params: { clean: 1, passes: 1, tempo: 90 } }
 */
export const summariseTake = ({ cycles, tempo }: Pick<TakeAssessment, 'cycles' | 'tempo'>): Message => {
  const clean = cycles.filter(({ verdict }) => verdict === 'clean').length;
  const passes = cycles.length;
  const [from, to] = [Math.round(tempo[0]), Math.round(tempo[1])];
  return from === to
    ? message('take.headline', { clean, passes, tempo: from })
    : message('take.headline-tempo-change', { clean, passes, from, to });
};

/**
 * What is said of a take of which nothing is to be named: no more than is known of it.
 * @example
 * summariseWithoutDiagnostics({ digits: [], cycles: [{ cycle: 0, verdict: 'slipped', why: null }] }).code
 * // => 'take.no-pattern-found'
 */
export const summariseWithoutDiagnostics = ({ digits, cycles }: Pick<TakeAssessment, 'digits' | 'cycles'>): Message => {
  if (digits.some(({ missed, wrong }) => missed + wrong > 0) || cycles.some(({ verdict }) => verdict !== 'clean'))
    return message('take.no-pattern-found');
  const untimed = digits.filter(({ timed }) => !timed);
  return untimed.length === 0
    ? message('take.nothing-stands-out')
    : message('take.nothing-stands-out-partly-timed', { fingers: untimed.map(({ striker }) => fingerWord(striker)) });
};
