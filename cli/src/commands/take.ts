import { sayMessage, say, saySentence } from '@fleet-wren/wording';
import {
  MAX_MIDI_BYTES,
  MAX_AUDIO_BYTES,
  PLAYER_MODELS,
  TAKE_PARAMETERS,
  failure,
  assessPatternNotes,
  assessPatternTake,
  simulateNotes,
  simulateAudio,
  validatePattern,
  parsePerformance,
  readWav,
  resample,
  success,
  summariseTake,
  serialisePerformance,
  writeWav,
  type Pattern,
  type Result,
  type ActuatorStatistics,
  type TakeAssessment,
  fingerName,
  message,
} from '@fleet-wren/core';
import type { CommandOutput, CommandOptions } from '../command.ts';
import { createUsageError, readBytes, loadPattern } from '../read-input.ts';

/** The pattern a take is about, at the tempo that is asked for. */
const patternFor = (file: string, { tempo }: CommandOptions): Result<Pattern> => {
  const read = loadPattern(file);
  if (!read.ok || tempo === undefined) return read;
  const pattern = { ...read.value, tempo: Number(tempo) };
  const problems = validatePattern(pattern);
  return problems.length > 0 ? failure(...problems) : success(pattern);
};

/** Times through that an invented player plays where nothing is said. */
const CYCLES = 8;

const wholeNumber = (text: string | undefined, usual: number): number | null => {
  const value = text === undefined ? usual : Number(text);
  return Number.isInteger(value) && value >= 0 && value <= 1_000_000 ? value : null;
};

const isMidi = (file: string | undefined): boolean => /\.midi?$/i.test(file ?? '');

/** Where a take by an invented player goes: a file, which names its format. */
export const resolveTakeOutput = ({ out, to }: CommandOptions): string | undefined => out ?? to;

/** A take by an invented player: as sound, or as a MIDI file where it is to go to one. */
export const runPlay = (file: string | undefined, options: CommandOptions): Result<CommandOutput> => {
  const { as = 'steady', seed, cycles } = options;
  if (file === undefined) return createUsageError(message('cli.play-missing'));
  const being = Object.hasOwn(PLAYER_MODELS, as) ? PLAYER_MODELS[as] : undefined;
  if (!being)
    return createUsageError(
      message('cli.player-unknown', { name: as, players: Object.keys(PLAYER_MODELS).join(', ') }),
    );
  const [seeded, times] = [wholeNumber(seed, 1), wholeNumber(cycles, CYCLES)];
  if (seeded === null || times === null || times < 1 || times > 200)
    return createUsageError(message('cli.seed-invalid'));
  const pattern = patternFor(file, options);
  if (!pattern.ok) return pattern;
  if (isMidi(resolveTakeOutput(options)))
    return success(serialisePerformance(simulateNotes(pattern.value, being, { cycles: times, seed: seeded })));
  const samples = simulateAudio(pattern.value, being, {
    cycles: times,
    seed: seeded,
    sampleRate: 2 * TAKE_PARAMETERS.sampleRate,
  });
  return success(writeWav({ samples, sampleRate: 2 * TAKE_PARAMETERS.sampleRate }));
};

const signed = (value: number, unit: string): string => `${value > 0 ? '+' : ''}${value.toFixed(0)} ${unit}`;

/** How late and how even a digit is, as far as it can be told. */
const timeInWords = ({ placed, timed, lateness, spread }: ActuatorStatistics): string =>
  `${(timed ? signed(lateness * 1000, 'ms') : say('cli.take.untimed')).padStart(9)} ${(placed ? `±${(spread * 1000).toFixed(0)}` : '').padStart(3)}`;

const digitInWords = (digit: ActuatorStatistics): string => {
  const { striker, strokes, decibels, missed, wrong } = digit;
  return [
    `  ${sayMessage(fingerName(striker)).padEnd(14)}`,
    say('cli.take.notes', { count: strokes }).padStart(9),
    timeInWords(digit),
    signed(decibels, 'dB').padStart(6),
    ...(missed > 0 ? [say('cli.take.missed', { count: missed })] : []),
    ...(wrong > 0 ? [say('cli.take.wrong-string', { count: wrong })] : []),
  ].join('  ');
};

const inWords = (judgement: TakeAssessment): string => {
  const { digits, cycles, findings } = judgement;
  return [
    sayMessage(summariseTake(judgement)),
    ...digits.map(digitInWords),
    ...findings.map((finding) => `${saySentence(finding.message)} ${sayMessage(finding.advice)}`),
    ...cycles.flatMap(({ cycle, verdict, why }) =>
      why ? [`  ${say('cli.take.pass', { number: cycle + 1, verdict, why: sayMessage(why) })}`] : [],
    ),
  ].join('\n');
};

const judgedSound = (file: string, pattern: Pattern): Result<TakeAssessment> => {
  const bytes = readBytes(file, MAX_AUDIO_BYTES);
  if (!bytes.ok) return bytes;
  const wav = readWav(bytes.value);
  if (!wav.ok) return wav;
  return assessPatternTake(resample(wav.value.samples, wav.value.sampleRate, TAKE_PARAMETERS.sampleRate), pattern);
};

const judgedMidi = (file: string, pattern: Pattern): Result<TakeAssessment> => {
  const bytes = readBytes(file, MAX_MIDI_BYTES);
  if (!bytes.ok) return bytes;
  const notes = parsePerformance(bytes.value);
  return notes.ok ? assessPatternNotes(notes.value, pattern) : notes;
};

/** A take, recorded as sound or MIDI, judged against a pattern. */
export const runTake = (file: string | undefined, options: CommandOptions): Result<CommandOutput> => {
  if (file === undefined || options.against === undefined) return createUsageError(message('cli.take-missing'));
  const pattern = patternFor(options.against, options);
  if (!pattern.ok) return pattern;
  const judged = isMidi(file) ? judgedMidi(file, pattern.value) : judgedSound(file, pattern.value);
  if (!judged.ok) return judged;
  return success(options.json ? JSON.stringify(judged.value) : inWords(judged.value));
};
