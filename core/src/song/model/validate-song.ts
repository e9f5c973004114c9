import { message, type Message } from '../../message/index.ts';
import { createProblem, type Problem } from '../../errors/index.ts';
import { validateSchoolReference } from '../../fingering/index.ts';
import { validateInstrument, stringCount } from '../../instrument/index.ts';
import { SWING_RANGE, type Stroke } from '../../pattern/index.ts';
import {
  MAX_BEATS,
  hasFittingGroups,
  metreKey,
  BEAT_UNITS,
  TEMPO_RANGE,
  isSubdivisionPossible,
  type Metre,
} from '../../time/index.ts';
import { SONG_LIMITS, getBarTicks, type Bar, type Section, type Song } from './song.ts';
import { unfoldForm } from './unfold-form.ts';

const createSongProblem = (why: Message): Problem => createProblem('song-wrong', { problem: why });

const findDuplicates = (names: readonly string[]): readonly string[] =>
  names.filter((name, index) => names.indexOf(name) !== index);

const validateStrokes = (song: Song, strokes: readonly Stroke[], ticks: number, place: Message): readonly Problem[] => {
  const strings = stringCount(song.instrument);
  const outside = strokes.find(({ at }) => !Number.isInteger(at) || at < 0 || at >= ticks);
  const missing = strokes.find(({ string }) => !Number.isInteger(string) || string < 1 || string > strings);
  const places = strokes.map(({ at, string }) => `${at}/${string}`);
  return [
    ...(outside ? [createSongProblem(message('song-problem.note-outside', { place }))] : []),
    ...(missing
      ? [createSongProblem(message('song-problem.string-missing', { place, string: missing.string, strings }))]
      : []),
    ...(findDuplicates(strokes.map(({ id }) => id)).length > 0
      ? [createSongProblem(message('song-problem.note-id-duplicate', { place }))]
      : []),
    ...(findDuplicates(places).length > 0 ? [createSongProblem(message('song-problem.string-twice', { place }))] : []),
  ];
};

const isValidMetre = (metre: Metre): boolean =>
  Number.isInteger(metre.beats) &&
  metre.beats >= 1 &&
  metre.beats <= MAX_BEATS &&
  BEAT_UNITS.includes(metre.unit) &&
  hasFittingGroups(metre);

const validateBar = (song: Song, bar: Bar, place: Message): readonly Problem[] => {
  const ticks = getBarTicks(song, bar);
  const unknown = bar.chords.find(({ voicing }) => !Object.hasOwn(song.voicings, voicing));
  const late = bar.chords.find(({ at }) => !Number.isInteger(at) || at < 0 || at >= ticks);
  const order = bar.chords.some(({ at }, index) => index > 0 && at <= (bar.chords[index - 1]?.at ?? 0));
  const { texture } = bar;
  const figure = typeof texture === 'object' && 'figure' in texture ? texture.figure : undefined;
  const missing = figure !== undefined && !song.figures.some(({ id }) => id === figure);
  return [
    ...(bar.metre && !isValidMetre(bar.metre)
      ? [createSongProblem(message('song-problem.time-signature', { place, metre: metreKey(bar.metre) }))]
      : []),
    ...(unknown ? [createSongProblem(message('song-problem.voicing-missing', { place, name: unknown.voicing }))] : []),
    ...(late ? [createSongProblem(message('song-problem.chord-outside-bar', { place }))] : []),
    ...(order ? [createSongProblem(message('song-problem.chords-out-of-order', { place }))] : []),
    ...(missing ? [createSongProblem(message('song-problem.figure-missing', { place, name: figure ?? '' }))] : []),
    ...(typeof texture === 'object' && 'written' in texture
      ? validateStrokes(song, texture.written, ticks, place)
      : []),
    ...(bar.melody ? validateStrokes(song, bar.melody, ticks, message('place.melody', { place })) : []),
  ];
};

const validateSection = (song: Song, section: Section): readonly Problem[] =>
  section.bars.flatMap((bar, index) =>
    validateBar(song, bar, message('place.bar-of-section', { name: section.name, bar: index + 1 })),
  );

const validateForm = (song: Song): readonly Problem[] => {
  const known = new Set(song.sections.map(({ id }) => id));
  return song.form.flatMap(({ section, times, endings = [] }, index) => {
    const place = message('place.part-of-form', { number: index + 1 });
    const name = song.sections.find(({ id }) => id === section)?.name ?? section;
    const late = endings.find(({ time }) => time < 1 || time > times);
    return [
      ...(known.has(section)
        ? []
        : [createSongProblem(message('song-problem.section-missing', { place, name: section }))]),
      ...(Number.isInteger(times) && times >= 1 && times <= SONG_LIMITS.times
        ? []
        : [createSongProblem(message('song-problem.repeat-count', { place, most: SONG_LIMITS.times, count: times }))]),
      ...(late
        ? [createSongProblem(message('song-problem.ending-after-last', { place, number: late.time, count: times }))]
        : []),
      ...(findDuplicates(endings.map(({ time }) => String(time))).length > 0
        ? [createSongProblem(message('song-problem.ending-duplicate', { place }))]
        : []),
      ...endings.flatMap(({ time, bars }) =>
        bars.flatMap((bar, at) =>
          validateBar(song, bar, message('place.bar-of-ending', { name, number: time, bar: at + 1 })),
        ),
      ),
    ];
  });
};

const validateSectionTempo = ({ name, tempo }: Section): readonly Problem[] =>
  tempo === undefined || (Number.isFinite(tempo) && tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most)
    ? []
    : [createSongProblem(message('song-problem.tempo', { name, tempo, ...TEMPO_RANGE }))];

const validateSettings = ({ name, tempo, metre, subdivision, swing }: Song): readonly Problem[] => [
  ...(name.trim().length > 0 && name.length <= SONG_LIMITS.name ? [] : [createProblem('name-wrong')]),
  ...(Number.isFinite(tempo) && tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most
    ? []
    : [createProblem('tempo-out-of-range', { value: tempo, ...TEMPO_RANGE })]),
  ...(isValidMetre(metre) ? [] : [createProblem('metre-unknown', { value: metreKey(metre) })]),
  ...(isSubdivisionPossible(metre, subdivision) ? [] : [createProblem('subdivision-unknown', { value: subdivision })]),
  ...(swing === undefined || (swing >= SWING_RANGE.least && swing <= SWING_RANGE.most)
    ? []
    : [createProblem('swing-wrong', { value: swing, ...SWING_RANGE })]),
];

const validateVoicings = ({ voicings, instrument }: Song): readonly Problem[] =>
  Object.entries(voicings).flatMap(([name, { chord, frets }]) => {
    const strings = stringCount(instrument);
    const most = instrument.frets - instrument.capo;
    const beyond = frets.find((fret) => fret !== null && (fret < 0 || fret > most));
    return [
      ...(frets.length === strings ? [] : [createProblem('voicing-strings', { chord, value: frets.length, strings })]),
      ...(beyond === undefined ? [] : [createSongProblem(message('song-problem.fret', { name, fret: beyond ?? 0 }))]),
    ];
  });

/** At most so many problems are named. */
const MAX_PROBLEMS = 20;

/**
 * What keeps a song from standing; empty when nothing does.
 * @example
 * validateSong(createSong('Song')).length // => 0
 */
export const validateSong = (song: Song): readonly Problem[] => {
  const frame = [...validateSettings(song), ...validateInstrument(song.instrument), ...validateSchoolReference(song)];
  if (frame.length > 0) return frame.slice(0, MAX_PROBLEMS);
  const twice = [
    ...findDuplicates(song.sections.map(({ id }) => id)),
    ...findDuplicates(song.figures.map(({ id }) => id)),
  ];
  const found = [
    ...validateVoicings(song),
    ...twice.map((id) => createSongProblem(message('song-problem.id-duplicate', { name: id }))),
    ...song.figures.flatMap(({ name, length, strokes }) =>
      Number.isInteger(length) && length > 0
        ? validateStrokes(song, strokes, length, message('place.figure', { name }))
        : [createSongProblem(message('song-problem.figure-empty', { name }))],
    ),
    ...song.sections.flatMap(validateSectionTempo),
    ...song.sections.flatMap((section) => validateSection(song, section)),
    ...validateForm(song),
  ];
  if (found.length > 0) return found.slice(0, MAX_PROBLEMS);
  const bars = unfoldForm(song).length;
  return bars <= SONG_LIMITS.unfolded
    ? []
    : [createSongProblem(message('song-problem.form-too-long', { bars, limit: SONG_LIMITS.unfolded }))];
};
