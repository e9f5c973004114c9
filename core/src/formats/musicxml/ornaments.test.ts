import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import { ornamentArbitrary } from '../../../test/arbitraries.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { createPattern, type Stroke } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { exportMusicXml, importMusicXml } from '../index.ts';

const patternOf = (strokes: readonly Partial<Stroke>[]) =>
  createPattern('P', {
    cyclic: false,
    strokes: strokes.map((stroke, index) => ({ id: `s${index}`, at: 840 * index, string: 2, fret: 5, ...stroke })),
  });

const written = (strokes: readonly Partial<Stroke>[]): string =>
  exportMusicXml(
    flattenScore(patternOf(strokes)),
    strokes.map(() => 'i' as const),
  );

const marksOf = ({ id: _id, at: _at, string: _string, fret: _fret, pin: _pin, ...marks }: Stroke) => marks;

const readBack = (text: string) => valueOrThrow(importMusicXml(text, new SaxesParser())).pattern.strokes.map(marksOf);

describe('ornaments in MusicXML (elements of MusicXML 4.0)', () => {
  test.each<[string, Partial<Stroke>, readonly string[]]>([
    ['a whole-tone bend', { bend: { semitones: 2 } }, ['<bend-alter>2</bend-alter>']],
    ['a released bend', { bend: { semitones: 1, isReleased: true } }, ['<bend-alter>1</bend-alter>', '<release']],
    ['a trill', { trill: 1 }, ['<trill-mark']],
    ['vibrato', { vibrato: true }, ['<wavy-line type="start"', '<wavy-line type="stop"']],
    ['a short note', { staccato: true }, ['<staccato']],
    ['a dead note', { dead: true }, ['<notehead>x</notehead>']],
    ['a slide from below', { slideIn: 'below' }, ['<scoop']],
    ['a slide from above', { slideIn: 'above' }, ['<plop']],
    ['a slide off downward', { slideOut: 'below' }, ['<falloff']],
    ['a slide off upward', { slideOut: 'above' }, ['<doit']],
    ['a picking-hand tap', { tapped: true }, ['<tap hand="right">']],
    ['a fretting-hand tap', { slur: 'tap' }, ['<tap hand="left">']],
    ['a rest stroke', { restStroke: true }, ['rest stroke']],
    ['a rolled note', { rolled: true }, ['<arpeggiate']],
    ['a hammered grace note', { grace: { frets: -2, slur: 'hammer-on' } }, ['<grace slash="yes"', '<fret>3</fret>']],
    ['a picked grace note', { grace: { frets: 2 } }, ['<grace slash="yes"', '<fret>7</fret>']],
  ])('%s is written with its elements and comes back', (_name, marks, elements) => {
    const text = written([marks, {}]);
    for (const element of elements) expect(text).toContain(element);
    expect(readBack(text)).toEqual([marks, {}]);
  });

  test('a picked slide comes back as one, a slur slide as one', () => {
    const strokes = [{}, { fret: 7, glide: true }, { fret: 5, slur: 'slide' as const }];
    expect(readBack(written(strokes))).toEqual([{}, { glide: true }, { slur: 'slide' }]);
  });

  test('any two ornamented notes come back as they were', () => {
    fc.assert(
      fc.property(ornamentArbitrary, ornamentArbitrary, (a, b) => {
        expect(readBack(written([a, b]))).toEqual([a, b]);
      }),
      { numRuns: 60 },
    );
  });
});

/** As other programs write it: no words of ours, grace notes on a staff without strings. */
test('a grace note on a plain staff is read by its pitch', () => {
  const text = `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>G</part-name>
    </score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>1</divisions><time><beats>4</beats>
    <beat-type>4</beat-type></time></attributes>
    <note><grace/><pitch><step>D</step><octave>4</octave></pitch><voice>1</voice><type>eighth</type></note>
    <note><pitch><step>E</step><octave>4</octave></pitch><duration>2</duration><voice>1</voice></note>
    <note><pitch><step>G</step><octave>4</octave></pitch><duration>2</duration><voice>1</voice>
    <notations><ornaments><trill-mark/></ornaments><articulations><doit/></articulations></notations></note>
    </measure></part></score-partwise>`;
  const read = valueOrThrow(importMusicXml(text, new SaxesParser()));
  expect(read.pattern.strokes.map(marksOf)).toEqual([{ grace: { frets: -2 } }, { trill: 2, slideOut: 'above' }]);
  expect(read.warnings.map(({ code }) => code)).not.toContain('marks-left-out');
});
