import { keySignature, transposeKey, type Key } from '../../theory/index.ts';
import { stringCount } from '../../instrument/index.ts';
import type { Digit } from '../../pattern/index.ts';
import type { Score, ScoreBar, TempoChange } from '../../score/index.ts';
import {
  unitsPerBeat,
  ticksPerBeat,
  isSameMetre,
  beatNote,
  TICKS_PER_QUARTER,
  formatSpokenCount,
  type Metre,
} from '../../time/index.ts';
import type { EngravingPreferences, ScoreAnnotations } from '../score-annotations.ts';
import { LOOP_FIELD } from './parse-score.ts';
import { foldScore, type FoldedScore } from '../notation/fold-score.ts';
import { createSignsAfter, createSignsBefore } from './serialise-form-signs.ts';
import type { RepeatSigns } from '../notation/repeat-signs.ts';
import { notateBar, type VoicePieces } from '../notation/notate-bar.ts';
import { AccidentalTracker, inferKeySignature, spellPitch } from '../notation/pitch-spelling.ts';
import { splitIntoVoices, type BarVoices } from '../notation/split-voices.ts';
import { splitLongBars, type SplitBar } from './split-long-bars.ts';
import { createHarmonyElements } from './serialise-harmony.ts';
import { createNoteElements, type StaffVoice } from './serialise-note.ts';
import { createElement, serialiseElement, type XmlElement } from './xml-tree.ts';

interface Written {
  readonly score: Score;
  readonly bars: readonly BarVoices[];
  /** Sharps of the key; flats are negative. */
  readonly fifths: number;
  readonly said: ScoreAnnotations;
  readonly look: EngravingPreferences;
  readonly pieces: readonly SplitBar[];
  readonly signs: FoldedScore['signs'];
}

const pitchParts = (midi: number, names: readonly [string, string, string]): readonly XmlElement[] => {
  const { step, alter, octave } = spellPitch(midi, 0);
  return [
    createElement(names[0], step),
    ...(alter === 0 ? [] : [createElement(names[1], alter)]),
    createElement(names[2], octave),
  ];
};

const tuningOf = ({ instrument }: Score): readonly XmlElement[] =>
  instrument.pitches.map((midi, index) =>
    createElement('staff-tuning', pitchParts(midi, ['tuning-step', 'tuning-alter', 'tuning-octave']), {
      line: index + 1,
    }),
  );

/** Groups of an additive metre are written out, `2+2+3`; those of a compound one are its usual reading. */
const timeOf = (metre: Metre): XmlElement => {
  const { beats, unit, groups } = metre;
  const isAdditive = groups !== undefined && unitsPerBeat(metre) === 1;
  return createElement('time', [
    createElement('beats', isAdditive ? groups.join('+') : beats),
    createElement('beat-type', unit),
  ]);
};

/** Signatures go to seven signs. */
const MOST_SIGNS = 7;

const signatureOf = (key: Key): number => Math.max(-MOST_SIGNS, Math.min(MOST_SIGNS, keySignature(key)));

const attributesOf = ({ score, fifths, pieces, said }: Written): XmlElement =>
  createElement('attributes', [
    createElement('divisions', TICKS_PER_QUARTER),
    createElement('key', [
      createElement('fifths', fifths),
      said.key ? createElement('mode', said.key.mode) : undefined,
    ]),
    timeOf((pieces[0] as SplitBar).bar.metre),
    createElement('staves', 2),
    createElement(
      'clef',
      [createElement('sign', 'G'), createElement('line', 2), createElement('clef-octave-change', -1)],
      { number: 1 },
    ),
    createElement(
      'clef',
      [createElement('sign', 'TAB'), createElement('line', Math.ceil(stringCount(score.instrument) / 2) + 2)],
      {
        number: 2,
      },
    ),
    createElement(
      'staff-details',
      [
        createElement('staff-lines', stringCount(score.instrument)),
        ...tuningOf(score),
        score.instrument.capo > 0 ? createElement('capo', score.instrument.capo) : undefined,
      ],
      { number: 2 },
    ),
  ]);

const UNITS: Readonly<Record<number, string>> = { 2: 'half', 4: 'quarter', 8: 'eighth', 16: '16th' };

const direction = (types: readonly XmlElement[], more: readonly XmlElement[] = []): XmlElement =>
  createElement(
    'direction',
    [...types.map((type) => createElement('direction-type', [type])), createElement('staff', 1), ...more],
    {
      placement: 'above',
    },
  );

/** A tempo, and with the first of them the swing. */
const tempoOf = ({ bpm }: TempoChange, metre: Metre): XmlElement => {
  const { value, isDotted } = beatNote(metre);
  return direction(
    [
      createElement('metronome', [
        createElement('beat-unit', UNITS[value] ?? 'quarter'),
        isDotted ? createElement('beat-unit-dot', []) : undefined,
        createElement('per-minute', bpm),
      ]),
    ],
    [createElement('sound', [], { tempo: Number(((bpm * ticksPerBeat(metre)) / TICKS_PER_QUARTER).toFixed(3)) })],
  );
};

/** On a sheet the swing stands among the facts over the music. */
const swingOf = ({ swing, swingParts, bars }: Score, { showDigits }: EngravingPreferences): readonly XmlElement[] => {
  if (swing === 50 || showDigits) return [];
  // The format wants whole numbers, and knows halves of quarters and of eighths.
  const first = Math.round(swing);
  const isOfEighths = bars[0] !== undefined && ticksPerBeat(bars[0].metre) < TICKS_PER_QUARTER;
  const parts = [
    createElement('first', first),
    createElement('second', 100 - first),
    createElement('swing-type', isOfEighths || swingParts === 4 ? '16th' : 'eighth'),
  ];
  return [
    direction([createElement('words', `Swing ${swing} %`)], [createElement('sound', [createElement('swing', parts)])]),
  ];
};

const capoOf = ({ instrument: { capo } }: Score, { isOnSheet }: EngravingPreferences): readonly XmlElement[] =>
  capo > 0 && !isOnSheet ? [direction([createElement('words', `Capo ${capo}`)])] : [];

/** The signs of a bar, where this is its first or last piece. */
const signsAt = ({ pieces, signs }: Written, index: number, place: 'first' | 'last'): RepeatSigns => {
  const piece = pieces[index] as SplitBar;
  return (piece[place] ? signs.get(piece.whole) : undefined) ?? {};
};

/** What stands before the notes of a bar: repeat, metre, section, tempos where they begin. */
const barHead = (all: Written, index: number): readonly XmlElement[] => {
  const { score, said, pieces } = all;
  const bar = score.bars[index] as ScoreBar;
  const { metre } = (pieces[index] as SplitBar).bar;
  const before = pieces[index - 1]?.bar.metre;
  const changed = before && !isSameMetre(before, metre);
  const section = said.sections?.get(index);
  const inside = ({ at }: { readonly at: number }): boolean => at >= bar.at && at < bar.at + bar.ticks;
  return [
    ...(index > 0 && section ? [createElement('print', [], { 'new-system': 'yes' })] : []),
    ...(index === 0 ? [attributesOf(all)] : []),
    ...(index > 0 && changed ? [createElement('attributes', [timeOf(metre)])] : []),
    ...barStart(all, index),
    ...createSignsBefore(signsAt(all, index, 'first')),
    ...(section ? [direction([createElement('rehearsal', section)])] : []),
    ...score.tempos
      .filter((mark) => inside(mark) && !(all.look.isOnSheet && mark.at === 0))
      .map((mark) => tempoOf(mark, bar.metre)),
    ...(index === 0 ? [...swingOf(score, all.look), ...capoOf(score, all.look)] : []),
  ];
};

const barline = (location: 'left' | 'right', content: readonly XmlElement[]): readonly XmlElement[] =>
  content.length > 0 ? [createElement('barline', content, { location })] : [];

const endingMark = (times: readonly number[] | undefined, type: 'start' | 'stop'): readonly XmlElement[] =>
  times === undefined
    ? []
    : [createElement('ending', type === 'start' ? `${times.join(', ')}.` : '', { number: times.join(', '), type })];

/** Before a bar: where what is repeated begins, and the bracket of an ending. */
const barStart = ({ pieces, signs }: Written, index: number): readonly XmlElement[] => {
  const piece = pieces[index] as SplitBar;
  const own = piece.first ? signs.get(piece.whole) : undefined;
  return barline('left', [
    ...(own?.repeatBegins ? [createElement('bar-style', 'heavy-light')] : []),
    ...endingMark(own?.beginsEnding, 'start'),
    ...(own?.repeatBegins ? [createElement('repeat', [], { direction: 'forward' })] : []),
  ]);
};

/** Where a repeat ends; how often it is played, where endings do not say so. */
const repeatEnd = ({ repeatEnds = 0, endsEnding }: RepeatSigns): readonly XmlElement[] => {
  if (repeatEnds === 0) return [];
  const isSaid = repeatEnds > 2 && !endsEnding;
  return [createElement('repeat', [], { direction: 'backward', ...(isSaid && { times: repeatEnds }) })];
};

/** After a bar: where an ending and a repeat end, the end of all, or that the bar goes on. */
const barEnd = ({ score, pieces, signs }: Written, index: number): readonly XmlElement[] => {
  const piece = pieces[index] as SplitBar;
  if (!piece.last) return barline('right', [createElement('bar-style', 'dashed')]);
  const own = signs.get(piece.whole) ?? {};
  const isEnd = index === score.bars.length - 1;
  const isDouble = own.back ?? own.fine ?? own.toCoda;
  const style = isEnd || own.repeatEnds ? 'light-heavy' : 'light-light';
  return barline('right', [
    ...(isEnd || own.repeatEnds || isDouble ? [createElement('bar-style', style)] : []),
    ...endingMark(own.endsEnding, 'stop'),
    ...repeatEnd(own),
  ]);
};

/** The chords of a bar, each before the first piece that does not begin earlier. */
const chordsBefore = (all: Written, index: number, pieces: readonly { readonly at: number }[]) => {
  const bar = all.score.bars[index] as ScoreBar;
  const places = new Map<number, XmlElement[]>();
  for (const { at, voicing } of all.score.chords) {
    const past = at - bar.at;
    if (past < 0 || past >= bar.ticks) continue;
    const found = pieces.findIndex((piece) => piece.at >= past);
    const place = found < 0 ? Math.max(0, pieces.length - 1) : found;
    const offset = past - (pieces[place]?.at ?? 0);
    places.set(place, [...(places.get(place) ?? []), ...createHarmonyElements(voicing, offset, all.look.naming)]);
  }
  return places;
};

/** Words under a note; below the counts where there are any, on a line of their own. */
const withWords = (
  notes: readonly XmlElement[],
  words: string | undefined,
  { counts }: EngravingPreferences,
): readonly XmlElement[] => {
  const [first, ...rest] = notes;
  if (!first || words === undefined) return notes;
  const [name, attributes, content] = first;
  const lyric = createElement('lyric', [createElement('syllabic', 'single'), createElement('text', words)], {
    number: counts ? 2 : 1,
  });
  return [[name, attributes, [...(content as readonly XmlElement[]), lyric]], ...rest];
};

const backUp = ({ ticks }: ScoreBar): XmlElement => createElement('backup', [createElement('duration', ticks)]);

/** The number of a bar; a pickup comes before the first, and a piece of a bar is no bar of its own. */
const measureName = ({ score, pieces }: Written, index: number): Readonly<Record<string, string | number>> => {
  const piece = pieces[index] as SplitBar;
  const hasPickup = score.bars[0]?.skippedTicks !== undefined;
  if (hasPickup && index === 0) return { number: 0, implicit: 'yes' };
  return piece.first ? { number: piece.whole + (hasPickup ? 0 : 1) } : { number: `X${index}`, implicit: 'yes' };
};

/** The voice that sounds first in a bar: words begin there. */
const findFirstVoice = (
  heard: readonly { readonly pieces: VoicePieces; readonly voice: number }[],
): number | undefined => {
  const starts = heard.map(({ pieces, voice }) => ({
    voice,
    at: pieces.find(({ content }) => content)?.at ?? Infinity,
  }));
  return starts.sort((a, b) => a.at - b.at || a.voice - b.voice)[0]?.voice;
};

/** The notes of a bar: the voices on the staff of notes, then once more on the strings. */
const measureOf = (all: Written, index: number): XmlElement => {
  const bar = all.score.bars[index] as ScoreBar;
  const voices = (all.bars[index] as BarVoices).map((voice) => notateBar(voice, bar));
  const two = voices.length === 2;
  // A voice that is silent all through a bar is not written, unless all are.
  const heard = voices
    .map((pieces, voice) => ({ pieces, voice }))
    .filter(({ pieces, voice }) => pieces.some(({ content }) => content) || (voice === 0 && isSilent(voices)));
  const content: XmlElement[] = [...barHead(all, index)];
  const accidentals = new AccidentalTracker(all.fifths);
  const countAt = countsIn(all, index);
  const singing = findFirstVoice(heard);
  for (const staff of [1, 2] as const)
    heard.forEach(({ pieces, voice }, order) => {
      if (staff === 2 || order > 0) content.push(backUp(bar));
      const own = voice === 0 ? 'up' : 'down';
      const stem = two ? own : undefined;
      const place: StaffVoice = {
        staff,
        voice: voice + 1 + (staff === 2 ? 4 : 0),
        stem,
        fifths: all.fifths,
        accidentals,
        digitsShown: all.look.showDigits ?? false,
        countAt,
      };
      const first = staff === 1 && order === 0;
      const chords = first ? chordsBefore(all, index, pieces) : undefined;
      const words = staff === 1 && voice === singing ? all.said.lyrics?.get(index) : undefined;
      let sung = words;
      pieces.forEach((piece, at) => {
        content.push(...(chords?.get(at) ?? []));
        const notes = createNoteElements(piece, place);
        content.push(...(piece.content && sung !== undefined ? withWords(notes, sung, all.look) : notes));
        if (piece.content) sung = undefined;
      });
    });
  content.push(...createSignsAfter(signsAt(all, index, 'last')), ...barEnd(all, index));
  return createElement('measure', content, measureName(all, index));
};

/** The counts of a bar, each given out once: the first voice that strikes then has it. */
const countsIn = ({ score, look }: Written, index: number): ((at: number) => string | undefined) => {
  const counts = new Map<number, string>();
  const bar = score.bars[index] as ScoreBar;
  if (look.counts)
    for (const { at, ticks, parts, number, skippedParts = 0 } of score.beats.filter((beat) => beat.bar === index))
      for (let part = 0; part < parts; part += 1)
        counts.set(
          at - bar.at + (part * ticks) / parts,
          formatSpokenCount(bar.metre, number - 1, part + skippedParts, parts + skippedParts),
        );
  return (at) => {
    const count = counts.get(at);
    counts.delete(at);
    return count;
  };
};

/** A score and its key behind a capo as they are fingered: the capo is the nut, as on paper. */
const asFingered = (
  score: Score,
  words: ScoreAnnotations,
): { readonly score: Score; readonly words: ScoreAnnotations } => {
  const { capo } = score.instrument;
  if (capo === 0) return { score, words };
  const strokes = score.strokes.map((stroke) => ({
    ...stroke,
    pitch: stroke.pitch === null ? null : stroke.pitch - capo,
  }));
  return {
    score: { ...score, strokes },
    words: words.key ? { ...words, key: transposeKey(words.key, -capo) } : words,
  };
};

const isSilent = (voices: readonly VoicePieces[]): boolean =>
  voices.every((pieces) => pieces.every(({ content }) => !content));

/**
 * A score as MusicXML 4.0, as a musician writes it: a staff of notes and one of strings, thumb and fingers as two
 * voices, beams, ties, whole tuplets, chords with their frames, a repeat for a cycle, endings, of songs repeats and one
 * D.C. or D.S.; `<pluck>` for digits,
 * bow marks for the pick.
 * `digits` come in the order of the strokes. Strokes on muted strings are left out.
 * @example
 * exportMusicXml(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).includes(
 *   '<score-partwise',
 * ) // => true
 */
export const exportMusicXml = (
  given: Score,
  digits: readonly (Digit | null)[],
  words: ScoreAnnotations = {},
  look: EngravingPreferences = {},
): string => {
  const { score: written, words: said } = look.isOnSheet ? asFingered(given, words) : { score: given, words };
  const { score: folded, digits: order, words: once, signs } = foldScore(written, digits, said);
  const { score, annotations, pieces } = splitLongBars(folded, once, look.maxStrokesPerSystem ?? Infinity);
  const pitches = score.strokes.flatMap(({ pitch }) => pitch ?? []);
  const all: Written = {
    score,
    bars: splitIntoVoices(score, order),
    fifths: said.key ? signatureOf(said.key) : inferKeySignature(pitches),
    said: annotations,
    look,
    pieces,
    signs,
  };
  const root = createElement(
    'score-partwise',
    [
      createElement('work', [createElement('work-title', score.name)]),
      createElement('identification', [
        createElement('encoding', [createElement('software', 'Fleet Wren')]),
        createElement('miscellaneous', [
          createElement('miscellaneous-field', score.loop ? 'yes' : 'no', { name: LOOP_FIELD }),
        ]),
      ]),
      createElement('part-list', [
        createElement('score-part', [createElement('part-name', look.showDigits ? '' : 'Guitar')], { id: 'P1' }),
      ]),
      createElement(
        'part',
        score.bars.map((_, index) => measureOf(all, index)),
        { id: 'P1' },
      ),
    ],
    { version: '4.0' },
  );
  return `<?xml version="1.0" encoding="UTF-8"?>\n${serialiseElement(root)}`;
};
