import { failure, createProblem, success, type Problem, type Result } from '../../errors/index.ts';
import { createInstrument, findTuningOrStandard } from '../../instrument/index.ts';
import { message, type Label } from '../../message/index.ts';
import type { ParsedMusic } from '../parsed-music/parsed-music.ts';
import type { ParsedPart } from '../musicxml/parse-score.ts';
import { splitAbcTunes, type AbcLine, type AbcTune } from './abc-lines.ts';
import { tokeniseAbc } from './abc-tokens.ts';
import { readFraction, readMetre } from './abc-values.ts';
import { AbcVoice, type AbcDefaults } from './abc-voice.ts';
import { parseAbcKey } from './abc-key.ts';

/** The longest text that is read, in characters, and what is told of it at most. */
export const ABC_LIMITS = { characters: 200_000, problems: 20 } as const;

const fieldOf = ({ lines }: AbcTune, letter: string): string | undefined =>
  lines.find(({ field }) => field === letter)?.text.trim();

/** The unit where no field says it: a sixteenth in short metres, else an eighth (ABC 2.1, section 3.1.7). */
const usualUnit = (metre: { readonly beats: number; readonly unit: number }): number =>
  metre.beats / metre.unit < 0.75 ? 1 / 16 : 1 / 8;

const defaultsOf = (tune: AbcTune): AbcDefaults => {
  const metre = readMetre(fieldOf(tune, 'M') ?? '');
  return {
    metre,
    unit: readFraction(fieldOf(tune, 'L') ?? '') ?? usualUnit(metre),
    key: parseAbcKey(fieldOf(tune, 'K') ?? '') ?? { accidentals: {}, octaves: 0 },
    tempo: fieldOf(tune, 'Q'),
  };
};

/** Lines after the key: the notes, and fields among them. */
const bodyOf = ({ lines }: AbcTune): readonly AbcLine[] => {
  const key = lines.findIndex(({ field }) => field === 'K');
  return key < 0 ? lines.filter(({ field }) => field === undefined) : lines.slice(key + 1);
};

const voiceName = (text: string): string => /^\S+/.exec(text.trim())?.[0] ?? '1';

/** Reads a line of notes; a voice named in it goes on with the rest of it, and is answered. */
const readNotes = ({ text, line }: AbcLine, first: AbcVoice, voiceOf: (name: string) => AbcVoice): AbcVoice => {
  let voice = first;
  voice.beginLine();
  for (const token of tokeniseAbc(text)) {
    const other = token.kind === 'field' ? /^\[V:\s*([^\s\]]+)/.exec(token.text)?.[1] : undefined;
    if (other === undefined) voice.read(token, line);
    else {
      voice = voiceOf(other);
      voice.beginLine();
    }
  }
  return voice;
};

/** The voices of a tune in the order they come. */
const readVoices = (tune: AbcTune): readonly AbcVoice[] => {
  const defaults = defaultsOf(tune);
  const voices = new Map<string, AbcVoice>();
  const voiceOf = (name: string, about = ''): AbcVoice => {
    const voice = voices.get(name) ?? new AbcVoice(name, defaults);
    voices.set(name, voice);
    voice.describe(about);
    return voice;
  };
  for (const { field, text } of tune.lines) if (field === 'V') voiceOf(voiceName(text), text);
  let current = [...voices.values()][0] ?? voiceOf('1');
  for (const line of bodyOf(tune)) {
    if (line.field === 'V') current = voiceOf(voiceName(line.text), line.text);
    else if (line.field !== undefined) current.readField(line.field, line.text);
    else current = readNotes(line, current, voiceOf);
  }
  return [...voices.values()].map((voice) => voice.finish()).filter(({ noteCount }) => noteCount > 0);
};

interface Choice {
  readonly part: ParsedPart;
  readonly tune: AbcTune;
  readonly voice: AbcVoice;
}

const listChoices = (tunes: readonly AbcTune[]): readonly Choice[] =>
  tunes.flatMap((tune, index) => {
    const title = fieldOf(tune, 'T') ?? message('import-part.track', { number: index + 1 });
    const voices = readVoices(tune);
    return voices.map((voice): Choice => {
      const name: Label = voices.length === 1 ? title : voice.name;
      return { part: { name, notes: voice.noteCount }, tune, voice };
    });
  });

const remarksOf = ({ problems, leftOut }: AbcVoice): readonly Problem[] => {
  const names = [...leftOut].map(([mark, count]) =>
    message('import-mark.counted', { mark: message(`import-mark.${mark}`), count }),
  );
  const value = [...leftOut.values()].reduce((sum, one) => sum + one, 0);
  return [
    ...problems.slice(0, ABC_LIMITS.problems),
    ...(value > 0 ? [createProblem('marks-left-out', { value, names })] : []),
  ];
};

const tooLarge = (text: string): Problem =>
  createProblem('too-large', {
    value: message('size.characters', { count: text.length }),
    most: message('size.characters', { count: ABC_LIMITS.characters }),
  });

const standard = createInstrument(findTuningOrStandard('standard'));

/**
 * Reads tunes in ABC notation (standard 2.1): the voice that is chosen, from the first tune where nothing is. Errors:
 * `too-large`, `no-notes`; what cannot be read is told with its line and column, and the rest is read.
 * @example
 * valueOrThrow(parseAbc('X:1\nL:1/4\nK:C\nCDEF|')).bars[0].notes.length // => 4
 */
export const parseAbc = (
  text: string,
  part = 0,
): Result<ParsedMusic & { readonly parts: readonly ParsedPart[]; readonly part: number }> => {
  if (text.length > ABC_LIMITS.characters) return failure(tooLarge(text));
  const choices = listChoices(splitAbcTunes(text));
  const chosen = choices[Math.min(part, choices.length - 1)];
  if (!chosen) return failure(createProblem('no-notes'));
  const { tune, voice } = chosen;
  const key = voice.firstKey;
  return success({
    name: fieldOf(tune, 'T') ?? '',
    instrument: standard,
    bars: voice.bars,
    ...(key ? { key } : {}),
    loops: false,
    warnings: remarksOf(voice),
    parts: choices.map((one) => one.part),
    part: choices.indexOf(chosen),
  });
};
