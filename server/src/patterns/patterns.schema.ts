import Joi from 'joi';
import { versionNumber, words } from '../common/words.ts';

/** How the list of patterns is asked for. */
export interface PatternQuery {
  readonly search: string;
  readonly limit: number;
  /** Where the page before ended. */
  readonly after?: string;
  readonly tag?: string;
  /** Key of a school; its variants are found with it. */
  readonly school?: string;
  readonly metre?: string;
  /** Digits that may play, nobody else: `pim`. */
  readonly digits?: string;
  /** Strings that may be played, no others: `321`. */
  readonly strings?: string;
  readonly difficulty?: 'easy' | 'middling' | 'hard';
}

export const querySchema = Joi.object<PatternQuery>({
  search: words(120).trim().allow('').default('').messages({ '*': 'request.search-length' }),
  limit: Joi.number().integer().min(1).max(100).default(40),
  after: words(200),
  tag: words(30),
  school: words(80),
  metre: words(40)
    .pattern(/^\d{1,2}\/\d{1,2}$/)
    .messages({ '*': 'request.time-signature' }),
  digits: words(40)
    .pattern(/^[pimacdu]+$/)
    .messages({ '*': 'request.fingers' }),
  strings: words(40)
    .pattern(/^[1-8]+$/)
    .messages({ '*': 'request.strings' }),
  difficulty: Joi.string().valid('easy', 'middling', 'hard'),
});

/** A pattern to be kept; the document itself is checked by core. */
export interface NewPattern {
  readonly pattern: unknown;
}

export const newPatternSchema = Joi.object<NewPattern>({ pattern: Joi.any().required() });

/** A changed pattern, and the version the change was made on. */
export interface ChangedPattern extends NewPattern {
  readonly version: number;
}

export const changedPatternSchema = Joi.object<ChangedPattern>({
  pattern: Joi.any().required(),
  version: versionNumber().required(),
});

/** Several patterns to be kept at once, as when drills go to a set. */
export interface NewPatterns {
  readonly patterns: readonly unknown[];
}

export const newPatternsSchema = Joi.object<NewPatterns>({
  patterns: Joi.array().min(1).max(200).required(),
});

/** A state of a pattern to be kept under a name. */
export interface NewVersion {
  readonly label: string;
}

export const newVersionSchema = Joi.object<NewVersion>({
  label: words(80).trim().min(1).required().messages({ '*': 'request.version-name' }),
});
