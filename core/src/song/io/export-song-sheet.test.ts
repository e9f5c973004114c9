import fc from 'fast-check';
import { valueOrThrow } from '../../errors/index.ts';
import { createSongFromChart, exportSongSheet, parseChart, type Song } from '../index.ts';

const songOf = (text: string, name = 'Song'): Song =>
  valueOrThrow(createSongFromChart(valueOrThrow(parseChart(text)), name));

test('bars with their words below, headings above, a section that comes again by its name', () => {
  const song = songOf(
    [
      'Low Water',
      'Key: Am, 3/4, Tempo: 96',
      'Verse',
      'Am     G',
      'slowly rising',
      'Chorus: | F . G |',
      'Verse',
      'Chorus x2',
    ].join('\n'),
  );
  expect(exportSongSheet(song)).toBe(
    [
      'Low Water',
      'Key: Am   Time: 3/4   Tempo: 96',
      '',
      '[Verse]',
      '| Am     | G      |',
      '  slowly   rising',
      '',
      '[Chorus]',
      '| F . G |',
      '',
      '[Verse]',
      '',
      '[Chorus] (x2)',
      '',
    ].join('\n'),
  );
});

const chord = fc.constantFrom('C', 'G', 'Am7', 'F#m', 'Bb', 'D/F#', 'E7', 'Cmaj7');
const bar = fc.record({
  chords: fc.array(chord, { minLength: 1, maxLength: 2 }),
  words: fc.constantFrom('', 'over', 'the water we go', 'home again'),
});
const section = fc.array(bar, { minLength: 1, maxLength: 9 });

/** What of a song a sheet has to keep. */
const essence = ({ name, sections, form, metre, tempo, instrument }: Song) => ({
  ...{ name, metre, tempo, capo: instrument.capo ?? 0 },
  form: form.map(({ section: id, times }) => `${id}×${times}`),
  sections: sections.map(({ name: title, bars }) => ({
    title,
    bars: bars.map(({ chords, words }) => ({ chords: chords.map(({ at, voicing }) => `${at} ${voicing}`), words })),
  })),
});

test('300 songs come back as they were: chords, words, form, capo, tempo', () => {
  fc.assert(
    fc.property(
      fc.array(section, { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 0, max: 7 }),
      fc.integer({ min: 40, max: 200 }),
      fc.array(fc.tuple(fc.nat(3), fc.integer({ min: 1, max: 3 })), { maxLength: 4 }),
      (parts, capo, tempo, again) => {
        const names = ['Verse 1', 'Chorus', 'Verse 2', 'Bridge'];
        const written = parts.map(
          (bars, index) => `${names[index]}:\n| ${bars.map(({ chords }) => chords.join(' ')).join(' | ')} |`,
        );
        const made = songOf(`Tempo: ${tempo}\n${capo ? `Capo: ${capo}\n` : ''}${written.join('\n')}`, 'Low water');
        const withWords: Song = {
          ...made,
          sections: made.sections.map((one, place) => ({
            ...one,
            bars: one.bars.map((bar, index) => {
              const words = parts[place]?.[index]?.words;
              return words ? { ...bar, words } : bar;
            }),
          })),
          form: [
            ...made.form,
            ...again.map(([place, times]) => ({ section: `section-${(place % parts.length) + 1}`, times })),
          ],
        };
        expect(essence(songOf(exportSongSheet(withWords), 'Other'))).toEqual(essence(withWords));
      },
    ),
    { numRuns: 300 },
  );
});
