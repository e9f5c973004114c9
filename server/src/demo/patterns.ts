import {
  parseStringNotation,
  valueOrThrow,
  withUsualBeats,
  type StringNotationOptions,
  type Pattern,
  type Stroke,
} from '@fleet-wren/core';

interface DemoPattern extends StringNotationOptions {
  readonly name: string;
  readonly figure: string;
  readonly tags?: readonly string[];
  /** What some strokes are marked with, by their place in the figure. */
  readonly marks?: Readonly<Record<number, Partial<Stroke>>>;
}

/** The demo studio's patterns. Names and pieces are invented. */
const FIGURES: readonly DemoPattern[] = [
  {
    name: 'Weir at dusk, thumb in three',
    figure: '5+2 - 4 3 6 2 4 1 5 3 4 - 6 2+1 4 3',
    chord: 'C/G',
    tempo: 72,
    school: 'one-per-string',
    tags: ['first year'],
  },
  {
    name: 'Six o’clock roll',
    figure: '6 3 2 1 2 3 4 3 2 1 2 3',
    subdivision: 3,
    chord: 'Em',
    tempo: 88,
    school: 'one-per-string',
    tags: ['rolls', 'first year'],
  },
  {
    name: 'Reed bed, three three two',
    figure: '5 3 2 5 3 2 5 3',
    subdivision: 2,
    metre: { beats: 4, unit: 4 },
    chord: 'Am',
    tempo: 112,
    school: 'three-finger',
  },
  {
    name: 'Ferry steps',
    figure: '5+1 - 4 2 5 3 4 1',
    subdivision: 2,
    chord: 'C',
    tempo: 126,
    school: 'one-per-string',
  },
  {
    name: 'Forward, always forward',
    figure: '3 2 1 3 2 1 3 1',
    subdivision: 2,
    chord: 'G',
    tempo: 132,
    school: 'rolling',
    tags: ['rolls'],
  },
  {
    name: 'Backwards up the lane',
    figure: '1 2 3 1 2 3 1 2',
    subdivision: 2,
    chord: 'G',
    tempo: 120,
    school: 'rolling',
    tags: ['rolls'],
  },
  {
    name: 'Lantern pinches',
    figure: '6+3+2+1 - 3 2 5+3+2+1 - 3 2 4+3+2+1 - 3 2 6+3+2+1 - 2 3',
    chord: 'E',
    tempo: 66,
    school: 'one-per-string',
    tags: ['second year'],
  },
  {
    name: 'Kite string, pick and two',
    figure: '5 3+2 4 3+2 5 2 3 1',
    subdivision: 2,
    chord: 'Am',
    tempo: 104,
    school: 'hybrid',
    tags: ['pick and fingers'],
    marks: { 6: { accent: true }, 9: { slur: 'pull-off' } },
  },
  {
    name: 'Millrace in six',
    figure: '6 3 2 1 2 3',
    subdivision: 3,
    metre: withUsualBeats({ beats: 6, unit: 8 }),
    chord: 'Em7',
    tempo: 56,
    school: 'one-per-string',
    marks: { 3: { ring: true, accent: true } },
  },
  {
    name: 'Sluice gate, thumb keeps walking',
    figure: '5 2 4 1 5 2 4 1 6 2 4 1 6 2 4 1',
    chord: 'C/G',
    tempo: 84,
    school: 'one-per-string',
    tags: ['two fingers'],
    marks: { 1: { pin: 'i' }, 3: { pin: 'm' }, 5: { pin: 'i' }, 7: { pin: 'm' }, 9: { pin: 'i' }, 15: { pin: 'm' } },
  },
  {
    name: 'Alder row, two fingers',
    figure: '5 2 1 2 4 2 1 2 6 3 1 3 4 3 1 3',
    chord: 'C/G',
    tempo: 76,
    school: 'one-per-string',
    tags: ['two fingers'],
    marks: { 1: { pin: 'i' }, 2: { pin: 'm' }, 6: { pin: 'm' }, 10: { pin: 'm' }, 13: { pin: 'i' }, 14: { pin: 'm' } },
  },
  {
    name: 'Lower ferry, two bars',
    figure: '6 3 4 2 5 3 4 1 6 3 4 2 5 2 4 3 6 3 4 2 5 3 4 1 6+1 2 4 3 5 2 4 -',
    chord: 'G',
    tempo: 76,
    school: 'three-finger',
    tags: ['second year'],
  },
];

/** The demo patterns, the one to look at first last, so that it is the latest worked on. */
export const createDemoPatterns = (): readonly Pattern[] =>
  FIGURES.map(({ figure, tags, marks = {}, ...options }): Pattern => {
    const { pattern } = valueOrThrow(parseStringNotation(figure, { wholeBeats: true, ...options }));
    const strokes = pattern.strokes.map((stroke, index) => ({ ...stroke, ...marks[index] }));
    return { ...pattern, strokes, ...(tags ? { tags } : {}) };
  }).reverse();
