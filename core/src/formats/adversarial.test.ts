import { writeMidi as writeMidiFile } from 'midi-file';
import { SaxesParser } from 'saxes';
import { importMidi, importMusicXml, parsePatternFile, importTab } from './index.ts';

/**
 * Files made to hold a reader up: each once took seconds to hours, or ended in a crash. Here each is read or refused; a
 * reader whose work grows faster than its file does not come back within the time a test has.
 */

const readXml = (source: string) => importMusicXml(source, new SaxesParser());

const midiOf = (count: number): Uint8Array =>
  Uint8Array.from(
    writeMidiFile({
      header: { format: 0, numTracks: 1, ticksPerBeat: 480 },
      tracks: [
        [
          ...Array.from({ length: count }, (_, index) => [
            { deltaTime: 0, type: 'noteOn' as const, channel: 0, noteNumber: 40 + (index % 40), velocity: 80 },
            { deltaTime: 60, type: 'noteOff' as const, channel: 0, noteNumber: 40 + (index % 40), velocity: 0 },
          ]).flat(),
          { deltaTime: 0, type: 'endOfTrack' as const },
        ],
      ],
    }),
  );

/** All notes sounding at once, none let go. */
const hanging = (count: number): Uint8Array =>
  Uint8Array.from(
    writeMidiFile({
      header: { format: 0, numTracks: 1, ticksPerBeat: 480 },
      tracks: [
        [
          ...Array.from({ length: count }, (_, index) => ({
            deltaTime: 1,
            type: 'noteOn' as const,
            channel: 0,
            noteNumber: index % 128,
            velocity: 80,
          })),
          { deltaTime: 0, type: 'endOfTrack' as const },
        ],
      ],
    }),
  );

const note = (step: string): string =>
  `<note><pitch><step>${step}</step><octave>4</octave></pitch><duration>1</duration></note>`;

const xmlOf = (count: number, bars: number): string =>
  `<score-partwise version="3.0"><part-list><score-part id="P1"><part-name/></score-part></part-list><part id="P1">${Array.from(
    { length: bars },
    (_, bar) =>
      `<measure number="${bar + 1}">${bar === 0 ? '<attributes><divisions>4</divisions></attributes>' : ''}${note('C').repeat(count / bars)}</measure>`,
  ).join('')}</part></score-partwise>`;

const tabLines = (width: number): string =>
  ['e', 'B', 'G', 'D', 'A', 'E'].map((name) => `${name}|${'-0--3-'.repeat(width)}|`).join('\n');

const FILES: readonly (readonly [string, () => unknown])[] = [
  ['tablature: 8,000 spaces', () => importTab(`e|${' '.repeat(8000)}x`)],
  ['tablature: a million spaces and signs', () => importTab(`${' '.repeat(500_000)}|${'\t \t'.repeat(160_000)}`)],
  ['tablature: half a megabyte of notes on one system', () => importTab(tabLines(14_000))],
  ['tablature: half a megabyte of systems', () => importTab(`${tabLines(10)}\n\n`.repeat(1300))],
  ['tablature: counts without an end', () => importTab(`${'1 & '.repeat(100_000)}\n${tabLines(20)}`)],
  ['MIDI: 60,000 notes', () => importMidi(midiOf(60_000))],
  ['MIDI: 60,000 notes that are never let go', () => importMidi(hanging(60_000))],
  ['MusicXML: 60,000 notes in one bar', () => readXml(xmlOf(60_000, 1))],
  ['MusicXML: 60,000 notes in 3,750 bars', () => readXml(xmlOf(60_000, 3750))],
  ['MusicXML: 100,000 elements deep', () => readXml('<a>'.repeat(100_000))],
  ['JSON: 1.8 MB of brackets', () => parsePatternFile('['.repeat(900_000) + ']'.repeat(900_000))],
  ['JSON: brackets that never close', () => parsePatternFile('[{"a":'.repeat(300_000))],
  ['JSON: a list of a million numbers', () => parsePatternFile(`[${'0,'.repeat(1_000_000)}0]`)],
];

test.each(FILES)('%s: read or refused', (name, read) => {
  const began = performance.now();
  const result = read() as { readonly ok: boolean; readonly problems?: readonly unknown[] };
  if (process.env.TEST_HARD === '1') console.log(`${name}: ${(performance.now() - began).toFixed(0)} ms`);
  expect(typeof result.ok).toBe('boolean');
  if (!result.ok) expect(result.problems?.length).toBeGreaterThan(0);
  expect(result.problems?.length ?? 0).toBeLessThanOrEqual(20);
});
