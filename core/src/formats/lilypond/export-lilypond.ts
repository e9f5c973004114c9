import type { Digit } from '../../pattern/index.ts';
import type { Score, ScoreBar } from '../../score/index.ts';
import type { Key } from '../../theory/index.ts';
import { beatNote, isSameMetre, ticksPerBar } from '../../time/index.ts';
import { notateBar } from '../notation/notate-bar.ts';
import { prepareScore, type PreparedScore } from '../notation/prepare-score.ts';
import { formWords } from '../notation/form-words.ts';
import type { RepeatSigns } from '../notation/repeat-signs.ts';
import { writeRepeats } from './lilypond-repeats.ts';
import type { ScoreAnnotations } from '../score-annotations.ts';
import { lengthText, noteNameText, pitchText, quote, voiceBarText } from './lilypond-notes.ts';

/** The version whose language it is written in. */
const VERSION = '2.24.0';

/** Names of voices, the upper first, and the side of their notes on which fingers stand. */
const VOICES = ['upper', 'lower'] as const;
const SIDES = { upper: 'up', lower: 'down' } as const;

const keyText = ({ tonic, mode }: Key): string => `\\key ${noteNameText(tonic.letter, tonic.accidental)} \\${mode}`;

/** What changes at a bar: its metre, and how long it is where that is not what the metre says. */
const barHead = ({ bars }: Score, index: number): string => {
  const bar = bars[index] as ScoreBar;
  const before = bars[index - 1];
  const isCut = bar.ticks !== ticksPerBar(bar.metre);
  const wasCut = before !== undefined && before.ticks !== ticksPerBar(before.metre);
  const isNew = !before || !isSameMetre(before.metre, bar.metre) || wasCut;
  const metre = isNew ? `\\time ${bar.metre.beats}/${bar.metre.unit} ` : '';
  if (!isCut) return metre;
  const [above, below] = lengthText(bar.ticks).slice(2).split('/');
  return `${metre}\\set Timing.measureLength = #(ly:make-moment ${above}/${below}) `;
};

/** A voice, a line for each bar. */
const voiceText = (written: PreparedScore, voice: number): string => {
  const { score, bars, fifths } = written;
  const lines = score.bars.map((bar, index) => {
    const head = voice === 0 ? barHead(score, index) : '';
    return `  ${head}${voiceBarText(notateBar(bars[index]?.[voice] ?? [], bar), fifths)} |`;
  });
  return writeRepeats(lines, written.signs);
};

const glyphMark = (name: string): string => `\\textMark \\markup \\musicglyph "scripts.${name}" `;

/** Where one goes on: signs at the beginning of a bar, words at its end. */
const formMarks = (signs: RepeatSigns): { readonly before: string; readonly after: string } => ({
  before: (signs.segno ? glyphMark('segno') : '') + (signs.coda ? glyphMark('coda') : ''),
  after: formWords(signs)
    .map((words) => ` \\textEndMark ${quote(words)}`)
    .join(''),
});

/** Chords, names of sections and words, each over the time it belongs to. */
const signsOfBar = ({ score, words, signs }: PreparedScore, bar: ScoreBar, index: number): string => {
  const chords = score.chords.filter(
    ({ at, voicing }) => at >= bar.at && at < bar.at + bar.ticks && voicing.chord !== '',
  );
  const section = words.sections?.get(index);
  const sung = words.lyrics?.get(index);
  const starts = [...new Set([bar.at, ...chords.map(({ at }) => at)])].sort((a, b) => a - b);
  const pieces = starts.map((at, place) => {
    const end = starts[place + 1] ?? bar.at + bar.ticks;
    const chord = chords.find((one) => one.at === at)?.voicing.chord;
    const below = place === 0 && sung ? `_${quote(sung)}` : '';
    return `s${lengthText(end - at)}${chord ? `^${quote(chord)}` : ''}${below}`;
  });
  const { before, after } = formMarks(signs.get(index) ?? {});
  const mark = section ? `\\mark \\markup \\box ${quote(section)} ` : '';
  return `  ${before}${mark}${pieces.join(' ')}${after} |`;
};

const tempoText = ({ tempos, bars }: Score): string => {
  const { value, isDotted } = beatNote(bars[0]?.metre ?? { beats: 4, unit: 4 });
  return `\\tempo ${value}${isDotted ? '.' : ''} = ${Math.round(tempos[0]?.bpm ?? 80)}`;
};

const block = (name: string, content: string): string => `${name} = {\n${content}\n}\n`;

/** The open strings, the lowest first, as they sound behind a capo. */
const tuningText = ({ instrument: { pitches, capo } }: Score): string =>
  pitches.map((pitch) => pitchText(pitch + capo, 0)).join(' ');

const staves = (written: PreparedScore, voices: number): string => {
  const { score, key } = written;
  const names = VOICES.slice(0, voices).map((name) => `\\${name}`);
  const music = names.length === 1 ? names[0] : `<< { ${names[0]} } \\\\ { ${names[1]} } >>`;
  return [
    '\\score {',
    '  \\new StaffGroup <<',
    `    \\new Staff \\with { \\omit StringNumber } { \\clef "treble_8" ${keyText(key)} ${tempoText(score)} << { \\signs } { ${music} } >> }`,
    `    \\new TabStaff \\with { stringTunings = \\stringTuning <${tuningText(score)}> } { ${music} }`,
    '  >>',
    '  \\layout { }',
    '}',
    '',
  ].join('\n');
};

/**
 * A score for the LilyPond engraver: fingers and thumb as two voices on a staff with the right hand’s fingers and on a
 * tablature staff, tuplets, ties, chords, sections and words. `digits` come in the order of the strokes.
 * @example
 * exportLilypond(flattenScore(valueOrThrow(parseStringNotation('5 3 2 3')).pattern), ['p', 'i', 'm', 'i']).startsWith(
 *   '\\version',
 * ) // => true
 */
export const exportLilypond = (
  score: Score,
  digits: readonly (Digit | null)[],
  words: ScoreAnnotations = {},
): string => {
  const written = prepareScore(score, digits, words);
  const count = Math.min(VOICES.length, written.bars[0]?.length ?? 1);
  return [
    `\\version "${VERSION}"\n`,
    `\\header { title = ${quote(score.name)} tagline = ##f }\n`,
    ...VOICES.slice(0, count).map((name, voice) =>
      block(name, `  \\set strokeFingerOrientations = #'(${SIDES[name]})\n${voiceText(written, voice)}`),
    ),
    block(
      'signs',
      writeRepeats(
        written.score.bars.map((bar, index) => signsOfBar(written, bar, index)),
        written.signs,
      ),
    ),
    staves(written, count),
  ].join('\n');
};
