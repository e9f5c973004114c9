import { SaxesParser } from 'saxes';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { applyPatternEdit, createEndingsEdit, withEndingsFollowed, type AnyPatternEdit } from '../../edit/index.ts';
import { valueOrThrow } from '../../errors/index.ts';
import { createPattern, soundEndings, type Pattern, type Stroke } from '../../pattern/index.ts';
import { flattenScore } from '../../score/index.ts';
import { exportAbc, exportLilypond, exportMidi, exportMusicXml, importMidi, importMusicXml } from '../index.ts';
import { sayProblem } from '@fleet-wren/wording';
import { listUnsupportedFeatures, type ExportFormat } from '../unsupported-features.ts';
import { parseAbc } from '../abc/parse-abc.ts';
import { convertToPattern } from '../parsed-music/to-pattern.ts';
import { parsePatternFile } from '../native/parse-pattern.ts';
import { serialisePattern } from '../native/serialise-pattern.ts';
import { foldScore } from './fold-score.ts';

/** Two bars of quarters, the second as the ending; the second time it lacks its last note. */
const twoTimes = (fields: Partial<Pattern> = {}, ending = 1): Pattern => {
  const strokes = [5, 3, 2, 1, 4, 3, 2, 1, 5, 3, 2, 1].map((string, index): Stroke => ({
    id: `s${index}`,
    at: index * 840,
    string,
  }));
  const plain = createPattern('Two times', { bars: 3, strokes, cyclic: false, ...fields });
  const edits: AnyPatternEdit[] = [createEndingsEdit(plain, { times: 2, bars: ending })];
  const pattern = edits.reduce((state, edit) => valueOrThrow(applyPatternEdit(state, edit)).document, plain);
  const last = pattern.strokes.at(-1)?.id ?? '';
  return valueOrThrow(applyPatternEdit(pattern, withEndingsFollowed(pattern, { kind: 'remove', ids: [last] })))
    .document;
};

const none = ({ strokes }: Pattern): null[] => strokes.map(() => null);

const notesOf = ({ strokes }: Pattern): string => strokes.map(({ at, string }) => `${at}/${string}`).join(' ');

const importXml = (text: string) => importMusicXml(text, new SaxesParser());

const importAbc = (text: string) => convertToPattern(valueOrThrow(parseAbc(text)));

const toolkit = async (): Promise<VerovioToolkit> => new VerovioToolkit(await createVerovioModule());

/** Quarters at which bars begin and notes sound, as another notation engine plays what we wrote. */
const played = (engine: VerovioToolkit, source: string) => {
  engine.setOptions({ inputFrom: 'auto' });
  expect(Boolean(engine.loadData(source))).toBe(true);
  const map = engine.renderToTimemap({ includeMeasures: true }) as readonly { readonly qstamp: number }[];
  return {
    bars: map.filter((event) => 'measureOn' in event).map(({ qstamp }) => qstamp),
    notes: map.filter((event) => 'on' in event).map(({ qstamp }) => qstamp),
  };
};

describe.each([1, 2])('a figure of three bars with endings of %i', (ending) => {
  const pattern = twoTimes({}, ending);
  const score = flattenScore(pattern);

  test('is written once, with both endings', () => {
    const folded = foldScore(score, none(pattern), {});
    expect(folded.score.bars).toHaveLength(3 + ending);
    expect(folded.score.strokes).toHaveLength(12 + 4 * ending - 1);
    expect(folded.digits).toHaveLength(folded.score.strokes.length);
    expect(exportMusicXml(score, none(pattern)).match(/<measure /g)).toHaveLength(3 + ending);
  });

  // Verovio plays repeats and endings by itself.
  test('another notation engine plays it as it is played', async () => {
    const engine = await toolkit();
    const bars = [0, 4, 8, 12, 16, 20];
    const notes = pattern.strokes.map(({ at }) => at / 840);
    expect(played(engine, exportMusicXml(score, none(pattern)))).toEqual({ bars, notes });
  });

  test.each([
    ['MusicXML', (source: Pattern) => importXml(exportMusicXml(flattenScore(source), none(source)))],
    ['ABC', (source: Pattern) => importAbc(exportAbc(flattenScore(source), none(source)))],
  ])('comes back from %s as it was', (_, roundTrip) => {
    const back = valueOrThrow(roundTrip(pattern));
    expect(back.pattern.endings).toEqual({ times: 2, bars: ending });
    expect(back.pattern).toMatchObject({ bars: 6, cyclic: false });
    expect(back.pattern.strokes.map(({ at }) => at)).toEqual(pattern.strokes.map(({ at }) => at));
    expect(back.warnings.map(({ code }) => code)).not.toContain('repeats-once');
  });

  test('a file of ours holds it', () => {
    expect(valueOrThrow(parsePatternFile(serialisePattern(pattern))).endings).toEqual({ times: 2, bars: ending });
  });
});

test('what goes round says so, and comes back going round', () => {
  const round = twoTimes({ cyclic: true });
  const xml = exportMusicXml(flattenScore(round), none(round));
  expect(xml.match(/<repeat direction="backward"/g)).toHaveLength(2);
  expect(valueOrThrow(importXml(xml)).pattern).toMatchObject({ cyclic: true, endings: { times: 2, bars: 1 } });
  const abc = valueOrThrow(importAbc(exportAbc(flattenScore(round), none(round))));
  expect(abc.pattern).toMatchObject({ cyclic: true, endings: { times: 2, bars: 1 } });
});

test('chords stand where they change, also before a second ending', () => {
  const [c, am] = [createPattern('P').voicing, { chord: 'Am', frets: [null, 0, 2, 2, 1, 0] }];
  const pattern = twoTimes({ voicing: c, chordChanges: [{ at: 6720, voicing: am }] });
  const { score } = foldScore(flattenScore(pattern), none(pattern), {});
  // C for bars 1 and 2, Am in the first ending; the second ending is on Am as well, which goes on.
  expect(score.chords.map(({ at, voicing }) => `${at} ${voicing.chord}`)).toEqual(['0 C', '6720 Am']);
  expect(score.strokes.slice(-3).map(({ chord }) => score.chords[chord]?.voicing.chord)).toEqual(['Am', 'Am', 'Am']);
});

test('a note before a repeat sounds to the bar line', () => {
  const pattern = twoTimes();
  const { score } = foldScore(flattenScore(pattern), none(pattern), {});
  const first = score.strokes.filter(({ at }) => at >= 2 * 3360 && at < 3 * 3360);
  expect(first.map(({ at, durationTicks }) => at + durationTicks)).toEqual([3, 3, 3, 3].map((bar) => bar * 3360));
});

test('LilyPond gets a repeat with alternatives', () => {
  const pattern = twoTimes();
  const source = exportLilypond(flattenScore(pattern), none(pattern));
  expect(source.match(/\\repeat volta 2/g)).toHaveLength(source.match(/\\alternative/g)?.length ?? 0);
  expect(source).toContain('\\alternative');
});

test('formats that write it out say so', () => {
  const said = (format: ExportFormat) =>
    listUnsupportedFeatures(flattenScore(twoTimes()), format).map(sayProblem).join(' ');
  expect(said('tab')).toMatch(/repeats with endings/);
  expect(said('midi')).toMatch(/repeats with endings/);
  expect(said('musicxml') + said('abc') + said('lilypond')).not.toMatch(/endings/);
});

test('MIDI holds it as it is played', () => {
  const pattern = twoTimes();
  const back = valueOrThrow(importMidi(exportMidi(flattenScore(pattern))));
  expect(back.pattern.strokes.map(({ at }) => at)).toEqual(pattern.strokes.map(({ at }) => at));
});

test('where its times through are not alike it is written out', () => {
  const pattern = twoTimes();
  const other = { ...pattern, strokes: pattern.strokes.slice(1) };
  expect(soundEndings(other)).toBeUndefined();
  expect(exportMusicXml(flattenScore(other), none(other)).match(/<measure /g)).toHaveLength(6);
  expect(notesOf(other)).not.toBe(notesOf(pattern));
});

test('three endings, and one ending for the first and second time, are read as they are played', () => {
  const abc = (music: string) => `X:1\nT:Three\nM:4/4\nL:1/4\nK:C\n${music}\n`;
  const three = valueOrThrow(importAbc(abc('|:C E G c |[1 G E C E :|[2 E C E C :|[3 C4 |]'))).pattern;
  expect(three).toMatchObject({ bars: 6, endings: { times: 3, bars: 1 }, cyclic: false });
  const shared = valueOrThrow(importAbc(abc('|:C E G c |[1,2 G E C E :|[3 C4 |]'))).pattern;
  expect(shared).toMatchObject({ bars: 6, endings: { times: 3, bars: 1 } });
  // A part of its own before it: no figure that is one repeat, so it is written once and said so.
  const parts = valueOrThrow(importAbc(abc('C4 |:C E G c |[1 G E C E :|[2 E C E C |]')));
  expect(parts.pattern.endings).toBeUndefined();
  expect(parts.warnings.map(({ code }) => code)).toContain('repeats-once');
});
