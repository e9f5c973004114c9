import { sayProblem, say } from '@fleet-wren/wording';
import { parseArgs } from 'node:util';
import {
  failure,
  createProblem,
  parseSongFile,
  success,
  type Problem,
  type Result,
  type Song,
  message,
} from '@fleet-wren/core';
import { analyse } from './commands/analyse.ts';
import { compare } from './commands/compare.ts';
import { exportPattern } from './commands/export.ts';
import { exportSong } from './commands/export-song.ts';
import { finger } from './commands/finger.ts';
import { harmonics } from './commands/harmonics.ts';
import { importFile, remarkLines } from './commands/import.ts';
import { learn } from './commands/learn.ts';
import { sheet } from './commands/sheet.ts';
import { capo, song } from './commands/song.ts';
import { play, take, takeFile } from './commands/take.ts';
import { voicings } from './commands/voicings.ts';
import type { Answer, Command, Options } from './command.ts';
import { readRequest, readText } from './request.ts';

const COMMANDS: readonly Command[] = [finger, analyse, compare, exportPattern];

/** Commands that are not about one pattern: each has a word of its own after its name. */
const OTHERS: Readonly<Record<string, Other>> = {
  song: { summary: 'cli.song.summary', run: song },
  capo: { summary: 'cli.capo.summary', run: capo },
  harmonics: {
    summary: 'cli.harmonics.summary',
    run: harmonics,
  },
  voicings: {
    summary: 'cli.voicings.summary',
    run: voicings,
  },
  take: {
    summary: 'cli.take.summary',
    run: take,
  },
  play: {
    summary: 'cli.play.summary',
    run: play,
    file: takeFile,
  },
  learn: {
    summary: 'cli.learn.summary',
    run: learn,
  },
};

type OtherSummary = `cli.${'song' | 'capo' | 'harmonics' | 'voicings' | 'take' | 'play' | 'learn'}.summary`;

interface Other {
  /** The text of the catalogue that says what it does. */
  readonly summary: OtherSummary;
  readonly run: (word: string | undefined, options: Options) => Result<Answer>;
  /** Where its answer goes, for a command that says so otherwise than by `--out`. */
  readonly file?: (options: Options) => string | undefined;
}

const FLAGS = {
  school: { type: 'string' },
  schools: { type: 'string' },
  k: { type: 'string' },
  base: { type: 'string' },
  tuning: { type: 'string' },
  capo: { type: 'string' },
  frets: { type: 'string' },
  name: { type: 'string' },
  profile: { type: 'string' },
  tempo: { type: 'string' },
  strings: { type: 'string' },
  subdivision: { type: 'string' },
  chord: { type: 'string' },
  to: { type: 'string' },
  out: { type: 'string' },
  part: { type: 'string' },
  bars: { type: 'string' },
  repeats: { type: 'string' },
  song: { type: 'boolean' },
  paper: { type: 'string' },
  large: { type: 'boolean' },
  notes: { type: 'string' },
  as: { type: 'string' },
  seed: { type: 'string' },
  cycles: { type: 'string' },
  against: { type: 'string' },
  line: { type: 'boolean' },
  json: { type: 'boolean' },
  help: { type: 'boolean', short: 'h' },
} as const;

const commandLine = (name: string, summary: string): string => `  ${name.padEnd(9)} ${summary}`;

const help = (): string =>
  [
    say('cli.usage'),
    ...COMMANDS.map(({ name, summary }) => commandLine(name, say(summary))),
    ...Object.entries(OTHERS).map(([name, { summary }]) => commandLine(name, say(summary))),
    commandLine('sheet', say('cli.sheet.summary')),
    commandLine('import', say('cli.import.summary')),
    say('cli.profile-help'),
    say('cli.figure-help'),
  ].join('\n');

/** What a run of the command line ends with: text or bytes for the output, a sentence for errors, an exit code. */
export interface Outcome {
  readonly code: number;
  readonly output: Answer;
  readonly file?: string;
  readonly error: string;
}

const failed = (problems: readonly Problem[], json: boolean | undefined): Outcome => ({
  code: 2,
  output: json ? JSON.stringify({ error: problems.map((one) => ({ code: one.code, message: sayProblem(one) })) }) : '',
  error: problems.map(sayProblem).join('\n'),
});

const outcomeOf = (answer: Result<Answer>, { json, out }: Options): Outcome =>
  answer.ok ? { code: 0, output: answer.value, file: out, error: '' } : failed(answer.problems, json);

/** A figure may begin with a rest, which looks like a flag unless it is joined to its name. */
const joinFigure = (args: readonly string[]): string[] =>
  args.flatMap((word, index) => {
    if (word === '--strings' && args[index + 1] !== undefined) return [`--strings=${args[index + 1]}`];
    return args[index - 1] === '--strings' ? [] : [word];
  });

const parse = (args: readonly string[]): Result<{ words: readonly string[]; options: Options }> => {
  try {
    const { values, positionals } = parseArgs({ args: joinFigure(args), options: FLAGS, allowPositionals: true });
    return success({ words: positionals, options: values });
  } catch (error) {
    return failure(
      createProblem('usage', {
        problem: message('cli.bad-usage', { problem: (error as Error).message, help: help() }),
      }),
    );
  }
};

const imported = (read: ReturnType<typeof importFile>, { out, json }: Options): Outcome =>
  read.ok
    ? { code: 0, output: read.value.text, file: out, error: remarkLines(read.value.remarks) }
    : failed(read.problems, json);

const exported = (made: ReturnType<typeof exportSong>, { out, json }: Options): Outcome =>
  made.ok
    ? { code: 0, output: made.value.answer, file: out, error: remarkLines(made.value.remarks) }
    : failed(made.problems, json);

/** The song in a file, where it holds one: everything else is a pattern. */
const songIn = (file: string): Song | undefined => {
  const text = readText(file);
  const read = text.ok ? parseSongFile(text.value) : undefined;
  return read?.ok ? read.value : undefined;
};

/** Runs the command line on its arguments (without the program's name). */
export const wren = (args: readonly string[]): Outcome => {
  const parsed = parse(args);
  if (!parsed.ok) return failed(parsed.problems, args.includes('--json'));
  const { words, options } = parsed.value;
  const [name, file] = words;
  if (options.help || name === undefined) return { code: name || options.help ? 0 : 2, output: help(), error: '' };
  if (name === 'import') return imported(importFile(file, options), options);
  const song = name === 'export' && file !== undefined ? songIn(file) : undefined;
  if (song) return exported(exportSong(song, options), options);
  const other = Object.hasOwn(OTHERS, name) ? OTHERS[name] : undefined;
  if (other) return outcomeOf(other.run(file, options), { ...options, out: other.file?.(options) ?? options.out });
  const command = COMMANDS.find((one) => one.name === name);
  if (!command)
    return failed(
      [
        createProblem('usage', {
          problem: message('cli.bad-usage', { problem: message('cli.command-unknown', { value: name }), help: help() }),
        }),
      ],
      options.json,
    );
  const request = readRequest(command, file, options);
  if (!request.ok) return failed(request.problems, options.json);
  const answer = command.run(request.value);
  if (!answer.ok) return failed(answer.problems, options.json);
  const remarks = (command.remarks?.(request.value) ?? []).map(sayProblem).join('\n');
  return { code: 0, output: answer.value, file: options.out, error: remarks };
};

/** Runs the command line; a sheet takes its time, everything else answers at once. */
export const wrenInTime = async (args: readonly string[]): Promise<Outcome> => {
  const parsed = parse(args);
  if (!parsed.ok || parsed.value.words[0] !== 'sheet' || parsed.value.options.help) return wren(args);
  const { words, options } = parsed.value;
  const answer = await sheet(words[1], options);
  return answer.ok
    ? { code: 0, output: answer.value, file: options.out, error: '' }
    : failed(answer.problems, options.json);
};
