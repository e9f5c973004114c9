import type * as contract from '@fleet-wren/contract';
import {
  PATTERN_FORMAT_VERSION,
  SONG_FORMAT_VERSION,
  ProblemError,
  migratePattern,
  createProblem,
  type CustomSchool,
  type Pattern,
  type Song,
} from '@fleet-wren/core';

/**
 * A hand as a studio keeps it: scales by striker, and times of its own. Whether a hand can have them is core's to say.
 */
export type HandProfileDocument = contract.HandProfileDocument;

/** A school as a studio keeps it; its name stands beside it. */
type SchoolDocument = Omit<CustomSchool, 'id' | 'name'>;

/** The studio's own values of estimates. */
export type StudioEstimates = contract.StudioEstimates;

/** How a studio likes things shown, and what it keeps at hand. */
export type StudioSettings = contract.StudioSettings;

/** The kinds of documents a studio keeps, and what each holds. */
export interface DocumentTypes {
  readonly pattern: Pattern;
  readonly song: Song;
  readonly hand: HandProfileDocument;
  readonly school: SchoolDocument;
  readonly estimates: StudioEstimates;
  readonly settings: StudioSettings;
}

/** The name of a kind of document. */
export type DocumentTypeName = keyof DocumentTypes;

interface KindFormat {
  /** The format number that is written. */
  readonly format: number;
  /** Brings what was written in an older format up to that one; pure, one way. */
  readonly migrate: (json: unknown, format: number) => unknown;
}

const asItIs: KindFormat['migrate'] = (json) => json;

/** The format each kind is kept in. */
export const STORED_FORMATS: Readonly<Record<DocumentTypeName, KindFormat>> = {
  pattern: { format: PATTERN_FORMAT_VERSION, migrate: migratePattern },
  song: { format: SONG_FORMAT_VERSION, migrate: asItIs },
  hand: { format: 1, migrate: asItIs },
  school: { format: 1, migrate: asItIs },
  estimates: { format: 1, migrate: asItIs },
  settings: { format: 1, migrate: asItIs },
};

/** A stored document as its kind is today, whatever format it was written in; one of a newer format is refused. */
export const parseStoredDocument = <K extends DocumentTypeName>(
  kind: K,
  format: number,
  json: unknown,
): DocumentTypes[K] => {
  const { format: known, migrate } = STORED_FORMATS[kind];
  if (format > known) throw new ProblemError(createProblem('too-new', { value: format, known }));
  return (format === known ? json : migrate(json, format)) as DocumentTypes[K];
};
