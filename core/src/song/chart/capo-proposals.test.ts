import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { proposeCapos } from './capo-proposals.ts';

const standard = createInstrument(findTuningOrStandard('standard'));

/** The capos a guitarist would choose (common practice, no source): keys with open chords take none. */
test.each<[string, readonly number[]]>([
  ['G C D7', [0]],
  ['C F G Am', [0]],
  ['D G A', [0]],
  ['A D E', [0]],
  ['E A B7', [0]],
  ['Am Dm E', [0]],
  ['Em Am B7', [0]],
  ['Bb Eb F', [1, 3]],
  ['Eb Ab Bb', [1, 3]],
  ['Ab Db Eb', [1, 4]],
  ['F Bb C', [1, 3, 5]],
  ['B E F#', [2, 4]],
  ['F#m D A E', [0, 2]],
  ['Cm Fm G', [3]],
  ['Fm Bbm C7', [1]],
  ['G#m E B F#', [4]],
])('%s is best at %j', (symbols, capos) => {
  expect(capos).toContain(proposeCapos(symbols.split(' '), standard)[0]?.capo);
});
