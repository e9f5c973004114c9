import fc from 'fast-check';
import { patternArbitrary } from '../../../test/arbitraries.ts';
import { listDigitsInOrder, analysePattern } from '../../analysis/index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { resolveSchoolOrThrow } from '../../fingering/index.ts';
import { findStoppedFret, type Pattern } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { importTab, exportTab } from '../index.ts';

/** Every stroke with its time, string and fret; on a muted string nothing is stopped. */
const strokesOf = (pattern: Pattern): readonly string[] =>
  pattern.strokes
    .map((stroke) => {
      const fret = findStoppedFret(pattern, stroke);
      const harmonic = stroke.harmonic ? `<${stroke.harmonic.touch}>` : '';
      return `${stroke.at} ${stroke.string} ${stroke.dead || fret === null ? 'x' : harmonic || fret}`;
    })
    .sort();

const there = (pattern: Pattern): string =>
  exportTab(
    flattenScore(pattern),
    listDigitsInOrder(pattern, analysePattern(pattern)),
    resolveSchoolOrThrow(pattern).key,
  );

test('our own tablature comes back with every time, string and fret', () => {
  fc.assert(
    fc.property(patternArbitrary, (pattern) => {
      fc.pre(pattern.strokes.length > 0);
      const text = there(pattern);
      const read = importTab(text);
      if (!read.ok) throw new Error(`${read.problems.map(sayProblem).join(' ')}\n${text}`);
      expect(strokesOf(read.value.pattern)).toEqual(strokesOf(pattern));
      expect(read.value.pattern).toMatchObject({ metre: pattern.metre, bars: pattern.bars, tempo: pattern.tempo });
      expect(read.value.pattern.instrument.pitches).toEqual(pattern.instrument.pitches);
    }),
    { seed: 12, numRuns: 300 },
  );
});
