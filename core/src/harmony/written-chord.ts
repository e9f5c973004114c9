import { createProblem, failure, success, type Result } from '../errors/index.ts';
import { stringCount, type Instrument } from '../instrument/index.ts';
import { findVoicings } from './find-voicings.ts';
import { findShape } from './open-shapes.ts';
import { nameShape } from './shape-check.ts';
import type { Voicing } from './voicing.ts';

const parseFret = (word: string): number | null | undefined => {
  if (/^x$/i.test(word)) return null;
  return /^\d{1,2}$/.test(word) ? Number(word) : undefined;
};

const splitFrets = (text: string): readonly string[] =>
  /^[x\d]+$/i.test(text) ? text.split('') : text.trim().split(/[\s-]+/);

/**
 * A shape written as frets from the lowest string up, `x` where a string is muted, apart by blanks or hyphens where a
 * fret has two digits; undefined where it is none. Its frets are its name.
 * @example
 * parseShape('x32010', createPattern('P').instrument)?.frets // => [null, 3, 2, 0, 1, 0]
 * parseShape('x-10-12-12-12-10', createPattern('P').instrument)?.frets[1] // => 10
 * parseShape('C', createPattern('P').instrument) // => undefined
 */
export const parseShape = (text: string, instrument: Instrument): Voicing | undefined => {
  const frets = splitFrets(text).map(parseFret);
  const most = instrument.frets - instrument.capo;
  const isRight = frets.every((fret) => fret === null || (fret !== undefined && fret <= most));
  if (frets.length !== stringCount(instrument) || !isRight) return undefined;
  return { chord: frets.map((fret) => fret ?? 'x').join(' '), frets: frets as (number | null)[] };
};

/** A shape under the likeliest name of its notes, or under its frets where they have none. */
const named = (shape: Voicing, instrument: Instrument): Voicing => ({
  ...shape,
  chord: nameShape(instrument, shape.frets)[0] ?? shape.chord,
});

/** `Am=x02210` and `Am(x02210)`: a name of one’s own for a shape. */
const NAMED_SHAPE = /^([^=(]+)(?:=|\()([x\d\s-]+)\)?$/i;

/**
 * A chord as it is written: a symbol (`Am7`, in the shape that players know or the easiest one), frets (`x32010`), or
 * both (`Am=577555`). Errors: those of the symbol, `chord-without-shape`.
 * @example
 * valueOrThrow(readWrittenChord('x32010', createPattern('P').instrument)).chord // => 'C'
 * valueOrThrow(readWrittenChord('Am=577555', createPattern('P').instrument)).frets[0] // => 5
 * valueOrThrow(readWrittenChord('G', createPattern('P').instrument)).frets[0] // => 3
 */
export const readWrittenChord = (text: string, instrument: Instrument): Result<Voicing> => {
  const [, name = '', frets = ''] = NAMED_SHAPE.exec(text) ?? [];
  const own = frets && parseShape(frets, instrument);
  if (own) return success({ ...own, chord: name.trim() });
  const shape = parseShape(text, instrument);
  if (shape) return success(named(shape, instrument));
  const known = findShape(instrument, text);
  if (known) return success(known);
  const found = findVoicings(text, instrument, { maxResults: 1 });
  if (!found.ok) return found;
  const [easiest] = found.value;
  return easiest
    ? success({ ...easiest.voicing, chord: text })
    : failure(createProblem('chord-without-shape', { value: text }));
};
