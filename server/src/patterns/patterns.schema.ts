import Joi from 'joi';

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
  search: Joi.string().trim().allow('').max(120).default('').messages({ '*': 'The search is longer than 120 letters' }),
  limit: Joi.number().integer().min(1).max(100).default(40),
  after: Joi.string().max(200),
  tag: Joi.string().max(30),
  school: Joi.string().max(80),
  metre: Joi.string()
    .pattern(/^\d{1,2}\/\d{1,2}$/)
    .messages({ '*': 'The metre is written as 4/4' }),
  digits: Joi.string()
    .pattern(/^[pimacdu]+$/)
    .messages({ '*': 'Digits are written as p i m a c d u' }),
  strings: Joi.string()
    .pattern(/^[1-8]+$/)
    .messages({ '*': 'Strings are written as numbers' }),
  difficulty: Joi.string().valid('easy', 'middling', 'hard'),
});

/** A pattern to be kept; the document itself is checked by core. */
export interface NewPattern {
  readonly pattern: unknown;
}

export const newPatternSchema = Joi.object<NewPattern>({ pattern: Joi.object().required() });

/** A changed pattern, and the version the change was made on. */
export interface ChangedPattern extends NewPattern {
  readonly version: number;
}

export const changedPatternSchema = Joi.object<ChangedPattern>({
  pattern: Joi.object().required(),
  version: Joi.number().integer().min(1).required(),
});

/** Several patterns to be kept at once, as when drills go to a set. */
export interface NewPatterns {
  readonly patterns: readonly unknown[];
}

export const newPatternsSchema = Joi.object<NewPatterns>({
  patterns: Joi.array().items(Joi.object()).min(1).max(200).required(),
});

/** A state of a pattern to be kept under a name. */
export interface NewVersion {
  readonly label: string;
}

export const newVersionSchema = Joi.object<NewVersion>({
  label: Joi.string().trim().min(1).max(80).required().messages({ '*': 'A version needs a name of 1 to 80 letters' }),
});
