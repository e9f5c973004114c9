import { ticksPerBeat, TICKS_PER_QUARTER, type Metre } from '../../time/index.ts';
import type { Pattern } from '../../pattern/index.ts';
import type { FormSigns } from '../parsed-music/parsed-music.ts';
import { findChild, listChildren, findDescendant, numberAt, textAt, type XmlNode } from './xml-tree.ts';

/** Lengths of note values in quarters. */
const QUARTERS: Readonly<Record<string, number>> = {
  whole: 4,
  half: 2,
  quarter: 1,
  eighth: 0.5,
  '16th': 0.25,
  '32nd': 0.125,
};

/** Quarters a minute by a metronome mark, whatever value it counts in. */
const byMetronome = (metronome: XmlNode | undefined): number | undefined => {
  const value = QUARTERS[textAt(metronome, 'beat-unit') ?? ''];
  const minute = /\d+(?:\.\d+)?/.exec((textAt(metronome, 'per-minute') ?? '').slice(0, 40));
  if (value === undefined || !minute) return undefined;
  const dots = listChildren(metronome, 'beat-unit-dot').length;
  return Number(minute[0]) * value * (2 - 0.5 ** dots);
};

const soundsIn = (measure: XmlNode): readonly XmlNode[] => [
  ...listChildren(measure, 'sound'),
  ...listChildren(measure, 'direction').flatMap((direction) => listChildren(direction, 'sound')),
];

const kindsIn = (measure: XmlNode): readonly XmlNode[] =>
  listChildren(measure, 'direction').flatMap((direction) => listChildren(direction, 'direction-type'));

/** The tempo a measure sets, in beats of its metre a minute: what is sounded counts, else the mark. */
export const parseTempo = (measure: XmlNode, metre: Metre): number | undefined => {
  const sounded = soundsIn(measure)
    .map(({ attributes }) => Number(attributes.tempo))
    .find((tempo) => tempo > 0 && Number.isFinite(tempo));
  const quarters =
    sounded ??
    kindsIn(measure)
      .map((kind) => byMetronome(findChild(kind, 'metronome')))
      .find((tempo) => tempo !== undefined && tempo > 0);
  return quarters === undefined ? undefined : (quarters * TICKS_PER_QUARTER) / ticksPerBeat(metre);
};

/** Where the off-beat falls, in per cent of the beat, and which notes swing, where a measure says that they do. */
export const parseSwing = (measure: XmlNode, metre?: Metre): Pick<Pattern, 'swing' | 'swingUnit'> | undefined => {
  for (const sound of soundsIn(measure)) {
    const [first, second] = [numberAt(sound, 'swing', 'first'), numberAt(sound, 'swing', 'second')];
    if (first === undefined || second === undefined || first <= 0 || second <= 0) continue;
    const share = Math.round((100 * first) / (first + second));
    // Sixteenths are the halves of an eighth where that is the beat.
    const isFine =
      textAt(sound, 'swing', 'swing-type') === '16th' &&
      metre !== undefined &&
      ticksPerBeat(metre) >= TICKS_PER_QUARTER;
    if (share > 50 && share <= 75) return { swing: share, ...(isFine ? { swingUnit: 16 as const } : {}) };
  }
  return undefined;
};

/** The rehearsal mark over a measure. */
export const parseRehearsalMark = (measure: XmlNode): string | undefined =>
  kindsIn(measure)
    .map((kind) => textAt(kind, 'rehearsal'))
    .find((text) => text !== undefined && text !== '');

/** The words sung in a measure, the first line of them. */
export const parseLyrics = (measure: XmlNode): string | undefined => {
  const syllables = listChildren(measure, 'note').flatMap((note) => {
    const lyric = findChild(note, 'lyric');
    const text = textAt(lyric, 'text');
    if (text === undefined || text === '') return [];
    const goesOn = ['begin', 'middle'].includes(textAt(lyric, 'syllabic') ?? '');
    return [goesOn ? text : `${text} `];
  });
  return syllables.length > 0 ? syllables.join('').trim() : undefined;
};

/** What the bar lines of a measure say. */
export interface ParsedBarlines {
  readonly repeatBegins: boolean;
  readonly repeatEnds?: number;
  readonly closes: boolean;
  /** Numbers of the ending that begins here, and whether one ends here. */
  readonly endingBegins?: readonly number[];
  readonly endingEnds: boolean;
}

const numbersOf = (text: string | undefined): readonly number[] =>
  (text ?? '')
    .split(/[ ,]+/)
    .map(Number)
    .filter((one) => Number.isInteger(one) && one >= 1 && one <= 16);

/** Reads the bar lines of a measure. */
export const parseBarlines = (measure: XmlNode): ParsedBarlines => {
  const lines = listChildren(measure, 'barline');
  const repeats = lines.map((line) => findChild(line, 'repeat')).filter((one) => one !== undefined);
  const endings = lines.map((line) => findChild(line, 'ending')).filter((one) => one !== undefined);
  const back = repeats.find(({ attributes }) => attributes.direction === 'backward');
  const begins = endings.find(({ attributes }) => attributes.type === 'start');
  const times = Number(back?.attributes.times ?? 2);
  return {
    repeatBegins: repeats.some(({ attributes }) => attributes.direction === 'forward'),
    repeatEnds: back ? Math.min(16, Math.max(2, Math.round(times) || 2)) : undefined,
    closes: lines.some(
      (line) =>
        line.attributes.location !== 'left' &&
        ['light-light', 'light-heavy', 'heavy-heavy'].includes(findDescendant(line, 'bar-style')?.text.trim() ?? ''),
    ),
    endingBegins: begins && numbersOf(begins.attributes.number),
    endingEnds: endings.some(({ attributes }) => attributes.type === 'stop' || attributes.type === 'discontinue'),
  };
};

/** Words over a bar that stand for a sign, at the beginning of a direction. */
const FORM_WORDS: readonly (readonly [RegExp, FormSigns])[] = [
  [/^(d\.? ?c\.?(?![a-z])|da capo)/i, { back: 'start' }],
  [/^(d\.? ?s\.?(?![a-z])|dal segno)/i, { back: 'segno' }],
  [/^(to|al) coda/i, { toCoda: true }],
  [/^fine\.?$/i, { fine: true }],
];

const signsOfWords = (measure: XmlNode): readonly FormSigns[] =>
  kindsIn(measure)
    .flatMap((kind) => listChildren(kind, 'words'))
    .flatMap(({ text }) => FORM_WORDS.filter(([words]) => words.test(text.trim())).map(([, signs]) => signs));

/** Signs by what is to sound (MusicXML 4.0, `<sound>`): jumps have the name of where they go, or yes. */
const signsOfSounds = (measure: XmlNode): readonly FormSigns[] =>
  soundsIn(measure).flatMap(({ attributes }): readonly FormSigns[] => [
    ...(attributes.dacapo === 'yes' ? [{ back: 'start' as const }] : []),
    ...(attributes.dalsegno ? [{ back: 'segno' as const }] : []),
    ...(attributes.tocoda ? [{ toCoda: true }] : []),
    ...(attributes.fine && attributes.fine !== 'no' ? [{ fine: true }] : []),
    ...(attributes.segno ? [{ segno: true }] : []),
    ...(attributes.coda ? [{ coda: true }] : []),
  ]);

/** What a measure says of where one goes on; undefined where it says nothing. */
export const parseFormSigns = (measure: XmlNode): FormSigns | undefined => {
  const kinds = kindsIn(measure);
  const drawn: FormSigns = {
    ...(kinds.some((kind) => findChild(kind, 'segno')) ? { segno: true } : {}),
    ...(kinds.some((kind) => findChild(kind, 'coda')) ? { coda: true } : {}),
  };
  const all = Object.assign({}, drawn, ...signsOfWords(measure), ...signsOfSounds(measure)) as FormSigns;
  // The sign beside “To Coda” is where one leaves, not where the coda begins.
  const signs = all.toCoda && !signsOfSounds(measure).some(({ coda }) => coda) ? { ...all, coda: undefined } : all;
  return Object.values(signs).some(Boolean) ? signs : undefined;
};
