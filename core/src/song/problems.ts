import { problem, type Problem } from '../errors/index.ts';
import { schoolProblems } from '../fingering/index.ts';
import { problemsOfInstrument, stringCount } from '../instrument/index.ts';
import { SWING_RANGE, type Stroke } from '../pattern/index.ts';
import { BEAT_UNITS, TEMPO_RANGE, canSubdivide, type Metre } from '../time/index.ts';
import { SONG_LIMITS, barTicks, type Bar, type Section, type Song } from './song.ts';
import { unfoldForm } from './unfold.ts';

const wrong = (where: string, words: string): Problem => problem('song-wrong', { where, problem: words });

const doubles = (names: readonly string[]): readonly string[] =>
  names.filter((name, index) => names.indexOf(name) !== index);

const strokesWrong = (song: Song, strokes: readonly Stroke[], ticks: number, where: string): readonly Problem[] => {
  const strings = stringCount(song.instrument);
  const outside = strokes.find(({ at }) => !Number.isInteger(at) || at < 0 || at >= ticks);
  const missing = strokes.find(({ string }) => !Number.isInteger(string) || string < 1 || string > strings);
  const places = strokes.map(({ at, string }) => `${at}/${string}`);
  return [
    ...(outside ? [wrong(where, 'a stroke lies outside it')] : []),
    ...(missing ? [wrong(where, `there is no string ${missing.string}; the instrument has ${strings}`)] : []),
    ...(doubles(strokes.map(({ id }) => id)).length > 0 ? [wrong(where, 'two strokes bear one name')] : []),
    ...(doubles(places).length > 0 ? [wrong(where, 'a string is struck twice at one time')] : []),
  ];
};

const isMetre = ({ beats, unit }: Metre): boolean =>
  Number.isInteger(beats) && beats >= 1 && beats <= 16 && BEAT_UNITS.includes(unit);

const barWrong = (song: Song, bar: Bar, where: string): readonly Problem[] => {
  const ticks = barTicks(song, bar);
  const unknown = bar.chords.find(({ voicing }) => !Object.hasOwn(song.voicings, voicing));
  const late = bar.chords.find(({ at }) => !Number.isInteger(at) || at < 0 || at >= ticks);
  const order = bar.chords.some(({ at }, index) => index > 0 && at <= (bar.chords[index - 1]?.at ?? 0));
  const { texture } = bar;
  const figure = typeof texture === 'object' && 'figure' in texture ? texture.figure : undefined;
  const missing = figure !== undefined && !song.figures.some(({ id }) => id === figure);
  return [
    ...(bar.metre && !isMetre(bar.metre)
      ? [wrong(where, `its metre ${bar.metre.beats}/${bar.metre.unit} cannot be counted`)]
      : []),
    ...(unknown ? [wrong(where, `the shape “${unknown.voicing}” is not among the song’s`)] : []),
    ...(late ? [wrong(where, 'a chord begins outside the bar')] : []),
    ...(order ? [wrong(where, 'its chords are not in order, one at a time')] : []),
    ...(missing ? [wrong(where, `the figure “${figure}” is not among the song’s`)] : []),
    ...(typeof texture === 'object' && 'written' in texture ? strokesWrong(song, texture.written, ticks, where) : []),
    ...(bar.melody ? strokesWrong(song, bar.melody, ticks, `the melody of ${where}`) : []),
  ];
};

const sectionWrong = (song: Song, section: Section): readonly Problem[] =>
  section.bars.flatMap((bar, index) => barWrong(song, bar, `bar ${index + 1} of “${section.name}”`));

const formWrong = (song: Song): readonly Problem[] => {
  const known = new Set(song.sections.map(({ id }) => id));
  return song.form.flatMap(({ section, times, endings = [] }, index) => {
    const where = `part ${index + 1} of the form`;
    const name = song.sections.find(({ id }) => id === section)?.name ?? section;
    const late = endings.find(({ time }) => time < 1 || time > times);
    return [
      ...(known.has(section) ? [] : [wrong(where, `there is no section “${section}”; take the part out first`)]),
      ...(Number.isInteger(times) && times >= 1 && times <= SONG_LIMITS.times
        ? []
        : [wrong(where, `it is played 1 to ${SONG_LIMITS.times} times, not ${times}`)]),
      ...(late ? [wrong(where, `it has an ending for time ${late.time}, and is played ${times} times`)] : []),
      ...(doubles(endings.map(({ time }) => String(time))).length > 0
        ? [wrong(where, 'one time has two endings')]
        : []),
      ...endings.flatMap(({ time, bars }) =>
        bars.flatMap((bar, place) => barWrong(song, bar, `bar ${place + 1} of ending ${time} of “${name}”`)),
      ),
    ];
  });
};

const sectionTempoWrong = ({ name, tempo }: Section): readonly Problem[] =>
  tempo === undefined || (Number.isFinite(tempo) && tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most)
    ? []
    : [wrong(`“${name}”`, `its tempo ${tempo} is outside ${TEMPO_RANGE.least} to ${TEMPO_RANGE.most} a minute`)];

const frameWrong = ({ name, tempo, metre, subdivision, swing }: Song): readonly Problem[] => [
  ...(name.trim().length > 0 && name.length <= SONG_LIMITS.name ? [] : [problem('name-wrong')]),
  ...(Number.isFinite(tempo) && tempo >= TEMPO_RANGE.least && tempo <= TEMPO_RANGE.most
    ? []
    : [problem('tempo-out-of-range', { value: tempo, ...TEMPO_RANGE })]),
  ...(isMetre(metre) ? [] : [problem('metre-unknown', { value: `${metre.beats}/${metre.unit}` })]),
  ...(canSubdivide(metre, subdivision) ? [] : [problem('subdivision-unknown', { value: subdivision })]),
  ...(swing === undefined || (swing >= SWING_RANGE.least && swing <= SWING_RANGE.most)
    ? []
    : [problem('swing-wrong', { value: swing, ...SWING_RANGE })]),
];

const voicingsWrong = ({ voicings, instrument }: Song): readonly Problem[] =>
  Object.entries(voicings).flatMap(([name, { chord, frets }]) => {
    const strings = stringCount(instrument);
    const most = instrument.frets - instrument.capo;
    const beyond = frets.find((fret) => fret !== null && (fret < 0 || fret > most));
    return [
      ...(frets.length === strings ? [] : [problem('voicing-strings', { chord, value: frets.length, strings })]),
      ...(beyond === undefined ? [] : [wrong(`the shape “${name}”`, `fret ${beyond} is outside the neck`)]),
    ];
  });

/** At most so many problems are named. */
const MOST = 20;

/**
 * What keeps a song from standing; empty when nothing does.
 * @example
 * problemsOfSong(newSong('Song')).length // => 0
 */
export const problemsOfSong = (song: Song): readonly Problem[] => {
  const frame = [...frameWrong(song), ...problemsOfInstrument(song.instrument), ...schoolProblems(song)];
  if (frame.length > 0) return frame.slice(0, MOST);
  const twice = [...doubles(song.sections.map(({ id }) => id)), ...doubles(song.figures.map(({ id }) => id))];
  const found = [
    ...voicingsWrong(song),
    ...twice.map((id) => wrong('the song', `two things bear the name “${id}”`)),
    ...song.figures.flatMap(({ name, length, strokes }) =>
      Number.isInteger(length) && length > 0
        ? strokesWrong(song, strokes, length, `the figure “${name}”`)
        : [wrong(`the figure “${name}”`, 'it has no length')],
    ),
    ...song.sections.flatMap(sectionTempoWrong),
    ...song.sections.flatMap((section) => sectionWrong(song, section)),
    ...formWrong(song),
  ];
  if (found.length > 0) return found.slice(0, MOST);
  const bars = unfoldForm(song).length;
  return bars <= SONG_LIMITS.unfolded
    ? []
    : [wrong('the form', `it comes to ${bars} bars, and ${SONG_LIMITS.unfolded} can be played`)];
};
