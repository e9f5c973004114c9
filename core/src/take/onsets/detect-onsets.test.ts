import { createSeededRandom } from '../../sound/index.ts';
import { measureTapRun, type TapTarget } from '../../practice/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { median } from '../../statistics/index.ts';
import { TAKE_PARAMETERS, renderTake, detectOnsets, type SimulatedStroke, type RecordingConditions } from '../index.ts';

const rate = { sampleRate: TAKE_PARAMETERS.sampleRate };

/** Strokes so many seconds apart, a little uneven, on pitches in turn. */
const strokes = (gap: number, pitches: readonly number[]): readonly SimulatedStroke[] => {
  const random = createSeededRandom(7);
  return Array.from({ length: Math.floor(5 / gap) }, (_, index) => ({
    at: 0.3 + index * gap + 0.016 * (random() - 0.5),
    string: (index % pitches.length) + 1,
    pitch: pitches[index % pitches.length] as number,
    loudness: 0.45 + 0.15 * random(),
    digit: index % 2 === 0 && pitches.length > 1 ? 'p' : 'i',
    referenceIndex: index,
    label: 'matched',
  }));
};

const sound = (played: readonly SimulatedStroke[], more: Partial<RecordingConditions> = {}): Float32Array =>
  renderTake({ strokes: played, deletions: [], seconds: 6 }, { ...rate, random: createSeededRandom(3), ...more });

describe('strokes on the strings, whatever they are', () => {
  test.each<[string, number, readonly number[], TapTarget]>([
    ['one digit on string 3', 0.2, [55], ['i']],
    ['one digit, quickly', 0.14, [59], ['m']],
    ['the thumb on a bass string', 0.22, [45], ['p']],
    ['two in turn on two strings', 0.11, [59, 64], ['m', 'a']],
    ['thumb and index in turn', 0.12, [45, 55], ['p', 'i']],
  ])('%s are as far apart as they were played, in a quiet room and a loud one', (_what, gap, pitches, target) => {
    const played = strokes(gap, pitches);
    const gaps = played.slice(1).map(({ at }, index) => at - (played[index] as SimulatedStroke).at);
    for (const more of [{}, { noise: 25, room: true }]) {
      const taps = detectOnsets(sound(played, more));
      expect(Math.abs(taps.length - played.length)).toBeLessThanOrEqual(2);
      expect(Math.abs(valueOrThrow(measureTapRun({ target, taps })).seconds - median(gaps))).toBeLessThan(0.004);
    }
  });

  test('silence and noise have none that would make a hand', () => {
    const random = createSeededRandom(5);
    const noise = Float32Array.from({ length: 5 * TAKE_PARAMETERS.sampleRate }, () => 0.1 * (random() - 0.5));
    expect(detectOnsets(new Float32Array(5 * TAKE_PARAMETERS.sampleRate))).toEqual([]);
    const measured = measureTapRun({ target: ['i'], taps: detectOnsets(noise) });
    expect(measured.ok).toBe(false);
  });
});
