import Joi from 'joi';

/** How the list of patterns is asked for. */
export interface PatternQuery {
  readonly search: string;
  readonly limit: number;
  /** Where the page before ended. */
  readonly after?: string;
}

export const querySchema = Joi.object<PatternQuery>({
  search: Joi.string().trim().allow('').max(120).default('').messages({ '*': 'The search is longer than 120 letters' }),
  limit: Joi.number().integer().min(1).max(100).default(40),
  after: Joi.string().max(200),
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
