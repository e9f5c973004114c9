import { createPattern, findOrnamentObstacle, type OrnamentObstacle, type Stroke } from './index.ts';
import { analysePattern } from '../analysis/index.ts';

const pattern = createPattern('P');

describe('ornaments the other hand cannot play (common practice, no source)', () => {
  test.each<[string, Partial<Stroke>, OrnamentObstacle | undefined]>([
    ['an open string bent', { fret: 0, bend: { semitones: 1 } }, 'bend-open'],
    ['a stopped string bent', { fret: 5, bend: { semitones: 2 } }, undefined],
    ['an open string with vibrato', { fret: 0, vibrato: true }, 'vibrato-open'],
    ['a harmonic with vibrato', { vibrato: true, harmonic: { kind: 'natural', touch: 12 } }, undefined],
    ['a grace note below the nut', { fret: 1, grace: { frets: -2, slur: 'hammer-on' } }, 'below-nut'],
    ['a grace note hammered downward', { fret: 5, grace: { frets: 2, slur: 'hammer-on' } }, 'no-slur'],
    ['a grace note pulled off upward', { fret: 5, grace: { frets: -2, slur: 'pull-off' } }, 'no-slur'],
    ['a grace note slid from the open string', { fret: 2, grace: { frets: -2, slur: 'slide' } }, 'no-slur'],
    ['a grace note hammered from the open string', { fret: 2, grace: { frets: -2, slur: 'hammer-on' } }, undefined],
    ['a trill beyond the last fret', { fret: 20, trill: 2 }, 'beyond-neck'],
    ['a trill on an open string', { fret: 0, trill: 2 }, undefined],
  ])('%s', (_name, marks, obstacle) => {
    expect(findOrnamentObstacle(pattern, { at: 0, string: 1, ...marks })).toBe(obstacle);
  });

  test('each is an issue of the analysis, with a way out that leaves nothing to mend', () => {
    const bent = createPattern('P', {
      strokes: [
        { id: 'a', at: 0, string: 1, fret: 0, bend: { semitones: 2 } },
        { id: 'b', at: 420, string: 2, fret: 1 },
      ],
    });
    const found = analysePattern(bent).diagnostics.filter(({ code }) => code === 'impossible-ornament');
    expect(found).toHaveLength(1);
    expect(found[0]?.fixCandidates?.length).toBe(1);
  });
});
