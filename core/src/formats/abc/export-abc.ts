import { OCTAVE } from '../../instrument/index.ts';
import type { Digit } from '../../pattern/index.ts';
import type { Score, ScoreBar } from '../../score/index.ts';
import { formatKey } from '../../theory/index.ts';
import { TICKS_PER_QUARTER, beatNote, greatestCommonDivisor, isSameMetre, type Metre } from '../../time/index.ts';
import { notateBar, type VoicePieces } from '../notation/notate-bar.ts';
import { AccidentalTracker, spellPitch } from '../notation/pitch-spelling.ts';
import { prepareScore, type PreparedScore } from '../notation/prepare-score.ts';
import type { RepeatSigns } from '../notation/repeat-signs.ts';
import type { NotatedStroke } from '../notation/split-voices.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';

/** Ticks of the unit that lengths are written in: a sixteenth. */
const UNIT = TICKS_PER_QUARTER / 4;

const SIGNS: Readonly<Record<number, string>> = { [-2]: '__', [-1]: '_', 0: '=', 1: '^', 2: '^^' };

/** Octave 5 of our numbers is that of the small letters. */
const SMALL = 5;

const letterOf = (step: string, octave: number): string => {
  if (octave >= SMALL) return step.toLowerCase() + "'".repeat(octave - SMALL);
  return step + ','.repeat(SMALL - 1 - octave);
};

interface VoiceState {
  readonly fifths: number;
  readonly accidentals: AccidentalTracker;
}

/** A pitch with the sign it needs: one sign holds for its letter in every octave. */
const pitchOf = (midi: number, { fifths, accidentals }: VoiceState): string => {
  const { step, alter, octave } = spellPitch(midi + OCTAVE, fifths);
  const sign = accidentals.needs({ step, alter, octave: 0 }) ? (SIGNS[alter] ?? '') : '';
  return sign + letterOf(step, octave);
};

const lengthOf = (ticks: number): string => {
  const shared = greatestCommonDivisor(Math.round(ticks * 4), UNIT * 4);
  const [above, below] = [Math.round(ticks * 4) / shared, (UNIT * 4) / shared];
  return `${above === 1 ? '' : above}${below === 1 ? '' : `/${below}`}`;
};

/** Signs before a note that hold for all that is struck with it. */
const marksOf = (strokes: readonly NotatedStroke[]): string => {
  const has = (test: (stroke: NotatedStroke['stroke']) => boolean): boolean =>
    strokes.some(({ stroke }) => test(stroke));
  return [
    has(({ staccato }) => !!staccato) ? '.' : '',
    has(({ accent }) => !!accent) ? '!accent!' : '',
    has(({ trill }) => trill !== undefined) ? '!trill!' : '',
    has(({ rolled }) => !!rolled) ? '!arpeggio!' : '',
  ].join('');
};

/** Who plays, under the notes: from the lowest string up. */
const fingersOf = (strokes: readonly NotatedStroke[]): string =>
  strokes.flatMap(({ digit }) => (digit && digit.length === 1 ? [`"_${digit}"`] : [])).join('');

type Piece = VoicePieces[number];

const noteOf = (piece: Piece, state: VoiceState): string => {
  const { content, ticks, value, tiedTo, tiedFrom } = piece;
  const [actual, normal] = value?.tuplet ?? [1, 1];
  const length = lengthOf((ticks * actual) / normal);
  if (!content) return `z${length}`;
  const pitches = content.map(({ stroke }) => pitchOf(stroke.pitch ?? 0, state));
  const note = pitches.length === 1 ? pitches[0] : `[${pitches.join('')}]`;
  return `${tiedFrom ? '' : fingersOf(content) + marksOf(content)}${note}${length}${tiedTo ? '-' : ''}`;
};

/** How a tuplet begins: so many in the time of so many, for as many notes as it has. */
const tupletBefore = (pieces: VoicePieces, index: number): string => {
  const { tupletBegins, value } = pieces[index] as Piece;
  if (!tupletBegins || !value?.tuplet) return '';
  const end = pieces.findIndex((piece, at) => at >= index && piece.tupletEnds);
  const [actual, normal] = value.tuplet;
  return `(${actual}:${normal}:${end - index + 1}`;
};

const chordsAt = ({ chords }: Score, bar: ScoreBar): ReadonlyMap<number, string> =>
  new Map(
    chords
      .filter(({ at, voicing }) => at >= bar.at && at < bar.at + bar.ticks && voicing.chord !== '')
      .map(({ at, voicing }) => [at - bar.at, `"${voicing.chord}"`]),
  );

const barText = (pieces: VoicePieces, state: VoiceState, chords: ReadonlyMap<number, string>): string =>
  pieces
    .map((piece, index) => `${chords.get(piece.at) ?? ''}${tupletBefore(pieces, index)}${noteOf(piece, state)}`)
    .join(' ');

const metreText = ({ beats, unit }: Metre): string => `${beats}/${unit}`;

const tempoText = ({ tempos, bars }: Score): string => {
  const metre = bars[0]?.metre ?? { beats: 4, unit: 4 };
  const { value, isDotted } = beatNote(metre);
  return `${isDotted ? `3/${value * 2}` : `1/${value}`}=${Number((tempos[0]?.bpm ?? 80).toFixed(2))}`;
};

/** What stands before and after the notes of a bar. */
const barLines = ({ score, signs }: PreparedScore, index: number): readonly [before: string, after: string] => {
  const own = signs.get(index);
  const isLast = index === score.bars.length - 1;
  const inside = own?.endsEnding ? '||' : '|';
  const end = isLast ? '|]' : inside;
  const ending = own?.beginsEnding ? `[${own.beginsEnding.join(',')} ` : '';
  return [(own?.repeatBegins ? '|:' : '') + ending, own?.repeatEnds ? ':|' : end];
};

/** Where one goes on, before and after the notes of a bar (ABC 2.1, section 4.14). */
const formMarks = ({ segno, coda, toCoda, fine, back, until }: RepeatSigns): readonly [string, string] => {
  const way = back === 'start' ? 'D.C.' : 'D.S.';
  const goal = until ? `al${until.toLowerCase()}` : '';
  const after = [...(fine ? ['!fine!'] : []), ...(toCoda ? ['!dacoda!'] : []), ...(back ? [`!${way}${goal}!`] : [])];
  return [(segno ? '!segno!' : '') + (coda ? '!coda!' : ''), after.join('')];
};

/** One voice, a line for each bar; the first has the chords, sections and words. */
const voiceText = (written: PreparedScore, voice: number): string => {
  const { score, bars, fifths, words } = written;
  const lines = score.bars.map((bar, index) => {
    const state = { fifths, accidentals: new AccidentalTracker(fifths) };
    const pieces = notateBar(bars[index]?.[voice] ?? [], bar);
    const before = score.bars[index - 1]?.metre;
    const metre = before && !isSameMetre(before, bar.metre) ? `[M:${metreText(bar.metre)}]` : '';
    const section = voice === 0 ? words.sections?.get(index) : undefined;
    const [begins, closing] = barLines(written, index);
    const text = barText(pieces, state, voice === 0 ? chordsAt(score, bar) : new Map());
    const [first, last] = formMarks(written.signs.get(index) ?? {});
    const line = `${begins}${metre}${first}${text} ${last}${closing}`;
    const sung = voice === 0 ? words.lyrics?.get(index) : undefined;
    return [...(section ? [`P:${section}`] : []), line, ...(sung ? [`w: ${sung.replaceAll(' ', '~')}`] : [])].join(
      '\n',
    );
  });
  return lines.join('\n');
};

/**
 * A score in ABC notation (standard 2.1): fingers and thumb as two voices with an octave clef, tuplets, ties, chords,
 * the digits as annotations under the notes. `digits` come in the order of the strokes.
 * @example
 * exportAbc(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).startsWith('X:1')
 * // => true
 */
export const exportAbc = (score: Score, digits: readonly (Digit | null)[], words: ScoreAnnotations = {}): string => {
  const written = prepareScore(score, digits, words, 2);
  const voices = Array.from({ length: written.bars[0]?.length ?? 1 }, (_, voice) => voice);
  return [
    'X:1',
    `T:${score.name.replaceAll('\n', ' ')}`,
    `M:${metreText(score.bars[0]?.metre ?? { beats: 4, unit: 4 })}`,
    'L:1/16',
    `Q:${tempoText(score)}`,
    `K:${formatKey(written.key).replaceAll('♯', '#').replaceAll('♭', 'b')}`,
    ...voices.flatMap((voice) => [`V:${voice + 1} clef=treble-8`, voiceText(written, voice)]),
    '',
  ].join('\n');
};
