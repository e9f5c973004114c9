import type { HandProfile, Pattern, Problem, Result } from '@fleet-wren/core';

/** What the words after the command's name asked for. */
export interface CommandInput {
  readonly pattern: Pattern;
  /** Ticks after which the figure begins again. */
  readonly loopTicks: number;
  readonly hand: HandProfile;
  readonly options: CommandOptions;
}

/** The flags of the command line. */
export interface CommandOptions {
  readonly school?: string;
  readonly schools?: string;
  readonly k?: string;
  /** The school that `learn` starts from, and what it is called then. */
  readonly base?: string;
  readonly tuning?: string;
  readonly capo?: string;
  readonly frets?: string;
  readonly name?: string;
  readonly profile?: string;
  readonly tempo?: string;
  readonly strings?: string;
  readonly subdivision?: string;
  readonly chord?: string;
  readonly to?: string;
  readonly out?: string;
  /** What is taken of a file: which part, which bars, its repeats, and whether as a song. */
  readonly part?: string;
  /** Whether its parts are listed in place of reading one. */
  readonly parts?: boolean;
  readonly bars?: string;
  readonly repeats?: string;
  readonly song?: boolean;
  /** What a sheet is printed on, and how large. */
  readonly paper?: string;
  readonly large?: boolean;
  readonly 'left-handed'?: boolean;
  readonly hand?: boolean;
  /** How notes are called on it. */
  readonly notes?: string;
  /** Who plays a take, by which chances, how often, and what a take is judged against. */
  readonly as?: string;
  readonly seed?: string;
  readonly cycles?: string;
  readonly against?: string;
  /** Whose course, towards which pattern, for how many weeks of how many minutes. */
  readonly student?: string;
  readonly goal?: string;
  readonly weeks?: string;
  readonly minutes?: string;
  /** Whether the pattern ends rather than goes round. */
  readonly line?: boolean;
  readonly json?: boolean;
  readonly help?: boolean;
}

/** What a command answers: text, or bytes for a file. */
export type CommandOutput = string | Uint8Array;

type SummaryKey = `cli.${'finger' | 'analyse' | 'skills' | 'compare' | 'export'}.summary`;

/** One command: its name, a line on what it does, and what it answers. */
export interface Command {
  readonly name: string;
  /** The text of the catalogue that says what it does. */
  readonly summary: SummaryKey;
  /** Whether a figure is written out until it ends on a beat before the command sees it. */
  readonly wholeBeats?: boolean;
  readonly run: (request: CommandInput) => Result<CommandOutput>;
  /** What has to be said besides the answer, such as what was left out. */
  readonly remarks?: (request: CommandInput) => readonly Problem[];
}
