import { sayMessage } from '@fleet-wren/wording';
import {
  FORM_TEMPLATES,
  createInstrument,
  createSong,
  parseChart,
  createSongFromChart,
  findTuningOrStandard,
  valueOrThrow,
  type Song,
} from '@fleet-wren/core';

const made = (chart: string, name: string, changes: Partial<Song> = {}): Song =>
  valueOrThrow(createSongFromChart(valueOrThrow(parseChart(chart)), name, changes));

/** Quarter notes of the thumb with a finger between them, bound to the chord's basses. */
const thumbInTurn = createSong('').figures;

/** An arpeggio of six in a bar of three beats. */
const arpeggio: Song['figures'] = [
  {
    id: 'figure-1',
    name: 'Arpeggio up and back',
    length: 2520,
    strokes: [
      { id: 'a', at: 0, string: 5, role: 'bass' },
      { id: 'b', at: 420, string: 3 },
      { id: 'c', at: 840, string: 2 },
      { id: 'd', at: 1260, string: 1 },
      { id: 'e', at: 1680, string: 2 },
      { id: 'f', at: 2100, string: 3 },
    ],
  },
];

/** The same with a pinch on the first beat, and half of it. */
const pinched: Song['figures'][number] = {
  id: 'figure-2',
  name: 'Pinch and roll',
  length: 2520,
  strokes: [
    { id: 'a', at: 0, string: 5, role: 'bass' },
    { id: 'b', at: 0, string: 1 },
    { id: 'c', at: 420, string: 3 },
    { id: 'd', at: 840, string: 2 },
    { id: 'e', at: 1260, string: 4, role: 'alternate' },
    { id: 'f', at: 1680, string: 2 },
    { id: 'g', at: 2100, string: 3 },
  ],
};

/** Pick on the bass, two fingers above it. */
const pickAndTwo: Song['figures'] = [
  {
    id: 'figure-1',
    name: 'Pick, two fingers',
    length: 1680,
    strokes: [
      { id: 'a', at: 0, string: 5, role: 'bass' },
      { id: 'b', at: 420, string: 3 },
      { id: 'c', at: 420, string: 2 },
      { id: 'd', at: 840, string: 4, role: 'alternate' },
      { id: 'e', at: 1260, string: 2 },
    ],
  },
];

/** The same song with another figure in some sections. */
const withFigure = (song: Song, figure: Song['figures'][number], sections: readonly string[]): Song => ({
  ...song,
  figures: [...song.figures, figure],
  sections: song.sections.map((section) =>
    sections.includes(section.name)
      ? {
          ...section,
          bars: section.bars.map((bar) => ({ ...bar, texture: { figure: figure.id, begins: 'each bar' } })),
        }
      : section,
  ),
});

/** The demo studio's songs. Names, words and pieces are invented. */
export const createDemoSongs = (): readonly Song[] => [
  withFigure(
    made(
      'Verse:\n| C | C | G/B | G/B |\n| Am | Am7/G | F | G7 |\nChorus:\n| F | C | Dm | Am |\n| F | C | G7 | G7 | x2\nLast lines:\n| F | G7 | C | C |',
      'Lamps along the towpath',
      { tempo: 92, metre: { beats: 3, unit: 4 }, figures: arpeggio, tags: ['ballad'] },
    ),
    pinched,
    ['Chorus'],
  ),
  made(
    'Tune:\n||: Am | Em | Dm | E7 | x2\nTurn:\n| F | C | Dm | E7 |\n| Am . Em . | F . E7 . | Am | Am |',
    'Cinder path',
    {
      tempo: 112,
      school: 'hybrid',
      figures: pickAndTwo,
      tags: ['pick and fingers'],
    },
  ),
  made(
    FORM_TEMPLATES.find(({ key }) => key === 'twelve-bar')?.chart(
      { key: 2, quickChange: true, turnaround: true },
      sayMessage,
    ) ?? '',
    'Slow ferry',
    {
      tempo: 104,
      swing: 64,
      figures: thumbInTurn,
      instrument: createInstrument(findTuningOrStandard('open-d')),
      tags: ['thumb'],
    },
  ),
];
