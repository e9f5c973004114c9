import { SaxesParser } from 'saxes';
import {
  applySongEdit,
  createSongFromChart,
  createSongFromScore,
  exportMidi,
  exportMusicXml,
  findSongKey,
  formatKey,
  parseChart,
  parseMidiMusic,
  parseMusicXmlText,
  planTransposition,
  prepareSongExport,
  valueOrThrow,
  type Song,
  type TransposeTarget,
} from '../../index.ts';

const songOf = (chart: string, changes: Partial<Song> = {}): Song => ({
  ...valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), 'Low water')),
  ...changes,
});

const moved = (song: Song, target: TransposeTarget): Song =>
  valueOrThrow(applySongEdit(song, valueOrThrow(planTransposition(song, target, 'easiest-shapes')).edit)).document;

const keys = (song: Song): readonly string[] => {
  const key = findSongKey(song);
  return key ? [formatKey(key.sounding), formatKey(key.fingered)] : [];
};

test('a song has the key of its chords, unless the teacher says otherwise', () => {
  expect(keys(songOf('| Am | G | F | E7 |'))).toEqual(['Am', 'Am']);
  expect(keys(songOf('| D | C | G | D |'))).toEqual(['D mixolydian', 'D mixolydian']);
  expect(keys(songOf('| D | C | G | D |', { key: 'G' }))).toEqual(['G', 'G']);
});

test('behind a capo it sounds in one key and is fingered in another', () => {
  expect(keys(songOf('Capo 2\n| G | C | D | G |'))).toEqual(['A', 'G']);
  const behind = moved(songOf('| Eb | Ab | Bb | Eb |'), { capo: 3 });
  expect([Object.keys(behind.voicings), keys(behind)]).toEqual([
    ['C', 'F', 'G'],
    ['Eb', 'C'],
  ]);
});

test('a key that was given moves with the song, and comes back', () => {
  const song = songOf('| Dm | G | Dm | C |', { key: 'D dorian' });
  const up = moved(song, { semitones: 2 });
  expect(up.key).toBe('E dorian');
  expect(moved(up, { semitones: -2 }).key).toBe('D dorian');
  expect(moved(song, { capo: 2 }).key).toBe('D dorian');
});

/** Round trips through files: what is written is what is read. */
test.each(['G', 'F#m', 'Bb', 'Ebm', 'D dorian', 'A mixolydian', 'F lydian', 'E phrygian'])('%s in files', (key) => {
  const song = songOf('| Am | C | G | D |', { key });
  const { score, annotations } = prepareSongExport(song);
  const digits = score.strokes.map(() => null);
  const xml = valueOrThrow(parseMusicXmlText(exportMusicXml(score, digits, annotations), new SaxesParser()));
  const midi = valueOrThrow(parseMidiMusic(exportMidi(score, annotations)));
  for (const read of [xml, midi]) expect(valueOrThrow(createSongFromScore(read)).song.key).toBe(key);
});

// MusicXML 4.0: fifths counts sharps, flats below zero. Standard MIDI Files 1.0: FF 59 02 sf mi.
test('signatures as the formats want them', () => {
  const { score, annotations } = prepareSongExport(songOf('| Cm | Fm | G7 | Cm |'));
  expect(exportMusicXml(score, [], annotations)).toMatch(/<fifths>-3<\/fifths>\s*<mode>minor</);
  expect(Buffer.from(exportMidi(score, annotations)).toString('hex')).toContain('ff5902fd01');
});
