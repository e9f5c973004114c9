import { stringCount } from '../../instrument/index.ts';
import type { Digit } from '../../pattern/index.ts';
import type { Score, ScoreBar, TempoMark } from '../../score/index.ts';
import { TICKS_PER_QUARTER, spokenCount, type Metre } from '../../time/index.ts';
import type { ScoreLook, ScoreWords } from '../words.ts';
import { segmentsOf, writtenRhythm, type Piece } from '../written/rhythm.ts';
import { Accidentals, keyOf, spelled } from '../written/spelling.ts';
import { voicesOf, type BarVoices, type WrittenStroke } from '../written/voices.ts';
import { brokenBars, type BarPiece } from './long-bars.ts';
import { harmonyOf } from './write-harmony.ts';
import { notesOf, type Place } from './write-note.ts';
import { element, written, type Element } from './xml.ts';

interface Written {
  readonly score: Score;
  readonly bars: readonly BarVoices[];
  /** Sharps of the key; flats are negative. */
  readonly fifths: number;
  readonly said: ScoreWords;
  readonly look: ScoreLook;
  readonly pieces: readonly BarPiece[];
}

const pitchParts = (midi: number, names: readonly [string, string, string]): readonly Element[] => {
  const { step, alter, octave } = spelled(midi, 0);
  return [element(names[0], step), ...(alter === 0 ? [] : [element(names[1], alter)]), element(names[2], octave)];
};

const tuningOf = ({ instrument }: Score): readonly Element[] =>
  instrument.pitches.map((midi, index) =>
    element('staff-tuning', pitchParts(midi, ['tuning-step', 'tuning-alter', 'tuning-octave']), { line: index + 1 }),
  );

const timeOf = ({ beats, unit }: Metre): Element =>
  element('time', [element('beats', beats), element('beat-type', unit)]);

const attributesOf = ({ score, fifths, pieces }: Written): Element =>
  element('attributes', [
    element('divisions', TICKS_PER_QUARTER),
    element('key', [element('fifths', fifths)]),
    timeOf((pieces[0] as BarPiece).bar.metre),
    element('staves', 2),
    element('clef', [element('sign', 'G'), element('line', 2), element('clef-octave-change', -1)], { number: 1 }),
    element('clef', [element('sign', 'TAB'), element('line', Math.ceil(stringCount(score.instrument) / 2) + 2)], {
      number: 2,
    }),
    element(
      'staff-details',
      [
        element('staff-lines', stringCount(score.instrument)),
        ...tuningOf(score),
        score.instrument.capo > 0 ? element('capo', score.instrument.capo) : undefined,
      ],
      { number: 2 },
    ),
  ]);

const UNITS: Readonly<Record<number, string>> = { 2: 'half', 4: 'quarter', 8: 'eighth', 16: '16th' };

const direction = (types: readonly Element[], more: readonly Element[] = []): Element =>
  element('direction', [...types.map((type) => element('direction-type', [type])), element('staff', 1), ...more], {
    placement: 'above',
  });

/** A tempo, and with the first of them the swing. */
const tempoOf = ({ bpm }: TempoMark, { unit }: Metre): Element =>
  direction(
    [element('metronome', [element('beat-unit', UNITS[unit] ?? 'quarter'), element('per-minute', bpm)])],
    [element('sound', [], { tempo: Number((bpm * (4 / unit)).toFixed(3)) })],
  );

/** On a sheet the swing stands among the facts over the music. */
const swingOf = ({ swing }: Score, { digitsShown }: ScoreLook): readonly Element[] => {
  if (swing === 50 || digitsShown) return [];
  const parts = [element('first', swing), element('second', 100 - swing), element('swing-type', 'eighth')];
  return [direction([element('words', `Swing ${swing} %`)], [element('sound', [element('swing', parts)])])];
};

const capoOf = ({ instrument: { capo } }: Score): readonly Element[] =>
  capo > 0 ? [direction([element('words', `Capo ${capo}`)])] : [];

/** What stands before the notes of a bar: repeat, metre, section, tempos where they begin. */
const barHead = (all: Written, index: number): readonly Element[] => {
  const { score, said, pieces } = all;
  const bar = score.bars[index] as ScoreBar;
  const { metre } = (pieces[index] as BarPiece).bar;
  const before = pieces[index - 1]?.bar.metre;
  const changed = before && (before.beats !== metre.beats || before.unit !== metre.unit);
  const section = said.sections?.get(index);
  const inside = ({ at }: { readonly at: number }): boolean => at >= bar.at && at < bar.at + bar.ticks;
  return [
    ...(index > 0 && section ? [element('print', [], { 'new-system': 'yes' })] : []),
    ...(index === 0 ? [attributesOf(all)] : changed ? [element('attributes', [timeOf(metre)])] : []),
    ...(index === 0 && score.cyclic
      ? [
          element('barline', [element('bar-style', 'heavy-light'), element('repeat', [], { direction: 'forward' })], {
            location: 'left',
          }),
        ]
      : []),
    ...(section ? [direction([element('rehearsal', section)])] : []),
    ...score.tempos.filter(inside).map((mark) => tempoOf(mark, bar.metre)),
    ...(index === 0 ? [...swingOf(score, all.look), ...capoOf(score)] : []),
  ];
};

const barEnd = ({ score, pieces }: Written, index: number): readonly Element[] => {
  if (pieces[index]?.last === false)
    return [element('barline', [element('bar-style', 'dashed')], { location: 'right' })];
  if (index < score.bars.length - 1) return [];
  const repeat = score.cyclic ? [element('repeat', [], { direction: 'backward' })] : [];
  return [element('barline', [element('bar-style', 'light-heavy'), ...repeat], { location: 'right' })];
};

/** The chords of a bar, each before the first piece that does not begin earlier. */
const chordsBefore = (all: Written, index: number, pieces: readonly { readonly at: number }[]) => {
  const bar = all.score.bars[index] as ScoreBar;
  const places = new Map<number, Element[]>();
  for (const { at, voicing } of all.score.chords) {
    const past = at - bar.at;
    if (past < 0 || past >= bar.ticks) continue;
    const found = pieces.findIndex((piece) => piece.at >= past);
    const place = found < 0 ? Math.max(0, pieces.length - 1) : found;
    const offset = past - (pieces[place]?.at ?? 0);
    places.set(place, [...(places.get(place) ?? []), ...harmonyOf(voicing, offset, all.look.naming)]);
  }
  return places;
};

type VoicePieces = readonly Piece<readonly WrittenStroke[]>[];

const withWords = (notes: readonly Element[], words: string | undefined): readonly Element[] => {
  const [first, ...rest] = notes;
  if (!first || words === undefined) return notes;
  const [name, attributes, content] = first;
  const lyric = element('lyric', [element('syllabic', 'single'), element('text', words)], { number: 1 });
  return [[name, attributes, [...(content as readonly Element[]), lyric]], ...rest];
};

const backUp = ({ ticks }: ScoreBar): Element => element('backup', [element('duration', ticks)]);

/** The notes of a bar: the voices on the staff of notes, then once more on the strings. */
const measureOf = (all: Written, index: number): Element => {
  const bar = all.score.bars[index] as ScoreBar;
  const voices = (all.bars[index] as BarVoices).map((voice) => writtenRhythm(segmentsOf(voice, bar.metre), bar.metre));
  const two = voices.length === 2;
  // A voice that is silent all through a bar is not written, unless all are.
  const heard = voices
    .map((pieces, voice) => ({ pieces, voice }))
    .filter(({ pieces, voice }) => pieces.some(({ content }) => content) || (voice === 0 && isSilent(voices)));
  const content: Element[] = [...barHead(all, index)];
  const accidentals = new Accidentals(all.fifths);
  const countAt = countsIn(all, index);
  for (const staff of [1, 2] as const)
    heard.forEach(({ pieces, voice }, order) => {
      if (staff === 2 || order > 0) content.push(backUp(bar));
      const stem = two ? (voice === 0 ? 'up' : 'down') : undefined;
      const place: Place = {
        staff,
        voice: voice + 1 + (staff === 2 ? 4 : 0),
        stem,
        fifths: all.fifths,
        accidentals,
        digitsShown: all.look.digitsShown ?? false,
        countAt,
      };
      const first = staff === 1 && order === 0;
      const chords = first ? chordsBefore(all, index, pieces) : undefined;
      const words = first ? all.said.words?.get(index) : undefined;
      let sung = words;
      pieces.forEach((piece, at) => {
        content.push(...(chords?.get(at) ?? []));
        const notes = notesOf(piece, place);
        content.push(...(piece.content && sung !== undefined ? withWords(notes, sung) : notes));
        if (piece.content) sung = undefined;
      });
    });
  const piece = all.pieces[index] as BarPiece;
  // A piece of a bar is no bar of its own: it is not numbered.
  const named: Readonly<Record<string, string | number>> = piece.first
    ? { number: piece.whole + 1 }
    : { number: `X${index}`, implicit: 'yes' };
  return element('measure', [...content, ...barEnd(all, index)], named);
};

/** The counts of a bar, each given out once: the first voice that strikes then has it. */
const countsIn = ({ score, look }: Written, index: number): ((at: number) => string | undefined) => {
  const counts = new Map<number, string>();
  const bar = score.bars[index] as ScoreBar;
  if (look.counts)
    for (const { at, ticks, parts, number } of score.beats.filter((beat) => beat.bar === index))
      for (let part = 0; part < parts; part += 1)
        counts.set(at - bar.at + (part * ticks) / parts, spokenCount(number - 1, part, parts));
  return (at) => {
    const count = counts.get(at);
    counts.delete(at);
    return count;
  };
};

const isSilent = (voices: readonly VoicePieces[]): boolean =>
  voices.every((pieces) => pieces.every(({ content }) => !content));

/**
 * A score as MusicXML 4.0, as a musician writes it: a staff of notes and one of strings, thumb and fingers as two voices,
 * beams, ties, whole tuplets, chords with their frames, a repeat for a cycle; `<pluck>` for digits, bow marks for the pick.
 * `digits` come in the order of the strokes. Strokes on muted strings are left out.
 * @example
 * writeMusicXml(realise(valueOrThrow(readFigure('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).includes('<score-partwise') // => true
 */
export const writeMusicXml = (
  given: Score,
  digits: readonly (Digit | null)[],
  words: ScoreWords = {},
  look: ScoreLook = {},
): string => {
  const { score, said, pieces } = brokenBars(given, words, look.most ?? Infinity);
  const pitches = score.strokes.flatMap(({ pitch }) => pitch ?? []);
  const all: Written = { score, bars: voicesOf(score, digits), fifths: keyOf(pitches), said, look, pieces };
  const root = element(
    'score-partwise',
    [
      element('work', [element('work-title', score.name)]),
      element('identification', [element('encoding', [element('software', 'Fleet Wren')])]),
      element('part-list', [
        element('score-part', [element('part-name', look.digitsShown ? '' : 'Guitar')], { id: 'P1' }),
      ]),
      element(
        'part',
        score.bars.map((_, index) => measureOf(all, index)),
        { id: 'P1' },
      ),
    ],
    { version: '4.0' },
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n${written(root)}`;
};
