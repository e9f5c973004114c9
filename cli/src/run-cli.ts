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
import { analyseCommand } from './commands/analyse.ts';
import { compareCommand } from './commands/compare.ts';
import { runCourse, runNext } from './commands/course.ts';
import { exportCommand } from './commands/export.ts';
import { runExportSong } from './commands/export-song.ts';
import { fingerCommand } from './commands/finger.ts';
import { runHarmonics } from './commands/harmonics.ts';
import { IMPORT_TOOLS, runImport, formatWarnings } from './commands/import.ts';
import { runImportFolder } from './commands/import-folder.ts';
import { runLearn } from './commands/learn.ts';
import { skillsCommand } from './commands/skills.ts';
import { runSheet } from './commands/sheet.ts';
import { runCapo, runSong } from './commands/song.ts';
import { runPlay, runTake, resolveTakeOutput } from './commands/take.ts';
import { runVoicings } from './commands/voicings.ts';
import type { CommandOutput, Command, CommandOptions } from './command.ts';
import { isFolder, readCommandInput, readText } from './read-input.ts';

const COMMANDS: readonly Command[] = [fingerCommand, analyseCommand, skillsCommand, compareCommand, exportCommand];

/** Commands that are not about one pattern: each has a word of its own after its name. */
const OTHERS: Readonly<Record<string, Other>> = {
  song: { summary: 'cli.song.summary', run: runSong },
  capo: { summary: 'cli.capo.summary', run: runCapo },
  harmonics: {
    summary: 'cli.harmonics.summary',
    run: runHarmonics,
  },
  voicings: {
    summary: 'cli.voicings.summary',
    run: runVoicings,
  },
  take: {
    summary: 'cli.take.summary',
    run: runTake,
  },
  play: {
    summary: 'cli.play.summary',
    run: runPlay,
    file: resolveTakeOutput,
  },
  learn: {
    summary: 'cli.learn.summary',
    run: runLearn,
  },
  next: { summary: 'cli.next.summary', run: runNext },
  course: { summary: 'cli.course.summary', run: runCourse },
};

type OtherName = 'song' | 'capo' | 'harmonics' | 'voicings' | 'take' | 'play' | 'learn' | 'next' | 'course';
type OtherSummary = `cli.${OtherName}.summary`;

interface Other {
  /** The text of the catalogue that says what it does. */
  readonly summary: OtherSummary;
  readonly run: (word: string | undefined, options: CommandOptions) => Result<CommandOutput>;
  /** Where its answer goes, for a command that says so otherwise than by `--out`. */
  readonly file?: (options: CommandOptions) => string | undefined;
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
  parts: { type: 'boolean' },
  bars: { type: 'string' },
  repeats: { type: 'string' },
  song: { type: 'boolean' },
  paper: { type: 'string' },
  large: { type: 'boolean' },
  'left-handed': { type: 'boolean' },
  hand: { type: 'boolean' },
  notes: { type: 'string' },
  as: { type: 'string' },
  seed: { type: 'string' },
  cycles: { type: 'string' },
  against: { type: 'string' },
  student: { type: 'string' },
  goal: { type: 'string' },
  weeks: { type: 'string' },
  minutes: { type: 'string' },
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
export interface CliResult {
  readonly code: number;
  readonly output: CommandOutput;
  readonly file?: string;
  readonly error: string;
}

const failed = (problems: readonly Problem[], json: boolean | undefined): CliResult => ({
  code: 2,
  output: json ? JSON.stringify({ error: problems.map((one) => ({ code: one.code, message: sayProblem(one) })) }) : '',
  error: problems.map(sayProblem).join('\n'),
});

const outcomeOf = (answer: Result<CommandOutput>, { json, out }: CommandOptions): CliResult =>
  answer.ok ? { code: 0, output: answer.value, file: out, error: '' } : failed(answer.problems, json);

/** A figure may begin with a rest, which looks like a flag unless it is joined to its name. */
const joinFigure = (args: readonly string[]): string[] =>
  args.flatMap((word, index) => {
    if (word === '--strings' && args[index + 1] !== undefined) return [`--strings=${args[index + 1]}`];
    return args[index - 1] === '--strings' ? [] : [word];
  });

const parse = (args: readonly string[]): Result<{ words: readonly string[]; options: CommandOptions }> => {
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

const imported = (read: ReturnType<typeof runImport>, { out, json }: CommandOptions): CliResult =>
  read.ok
    ? { code: 0, output: read.value.text, file: out, error: formatWarnings(read.value.remarks) }
    : failed(read.problems, json);

const importedFolder = (folder: string, options: CommandOptions): CliResult => {
  const report = runImportFolder(folder, options, IMPORT_TOOLS);
  if (!report.ok) return failed(report.problems, options.json);
  return { code: report.value.refused > 0 ? 1 : 0, output: report.value.text, error: '' };
};

const exported = (made: ReturnType<typeof runExportSong>, { out, json }: CommandOptions): CliResult =>
  made.ok
    ? { code: 0, output: made.value.answer, file: out, error: formatWarnings(made.value.remarks) }
    : failed(made.problems, json);

/** The song in a file, where it holds one: everything else is a pattern. */
const songIn = (file: string): Song | undefined => {
  const text = readText(file);
  const read = text.ok ? parseSongFile(text.value) : undefined;
  return read?.ok ? read.value : undefined;
};

/** Runs the command line on its arguments (without the program's name). */
export const runCliSync = (args: readonly string[]): CliResult => {
  const parsed = parse(args);
  if (!parsed.ok) return failed(parsed.problems, args.includes('--json'));
  const { words, options } = parsed.value;
  const [name, file] = words;
  if (options.help || name === undefined) return { code: name || options.help ? 0 : 2, output: help(), error: '' };
  if (name === 'import')
    return isFolder(file) ? importedFolder(file, options) : imported(runImport(file, options), options);
  const song = name === 'export' && file !== undefined ? songIn(file) : undefined;
  if (song) return exported(runExportSong(song, options), options);
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
  const request = readCommandInput(command, file, options);
  if (!request.ok) return failed(request.problems, options.json);
  const answer = command.run(request.value);
  if (!answer.ok) return failed(answer.problems, options.json);
  const remarks = (command.remarks?.(request.value) ?? []).map(sayProblem).join('\n');
  return { code: 0, output: answer.value, file: options.out, error: remarks };
};

/** Runs the command line; a sheet takes its time, everything else answers at once. */
export const runCli = async (args: readonly string[]): Promise<CliResult> => {
  const parsed = parse(args);
  if (!parsed.ok || parsed.value.words[0] !== 'sheet' || parsed.value.options.help) return runCliSync(args);
  const { words, options } = parsed.value;
  const answer = await runSheet(words.slice(1), options);
  return answer.ok
    ? { code: 0, output: answer.value, file: options.out, error: '' }
    : failed(answer.problems, options.json);
};
