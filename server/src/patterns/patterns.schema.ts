import type * as contract from '@fleet-wren/contract';
import Joi from 'joi';
import { versionField, textField } from '../common/joi-fields.ts';

/** How the list of patterns is asked for, with what is taken where nothing is said. */
export type PatternListQuery = contract.PatternListQuery & Required<Pick<contract.PageQuery, 'search' | 'limit'>>;

export const patternListQuerySchema = Joi.object<PatternListQuery>({
  search: textField(120).trim().allow('').default('').messages({ '*': 'request.search-length' }),
  limit: Joi.number().integer().min(1).max(100).default(40),
  after: textField(200),
  tag: textField(30),
  school: textField(80),
  metre: textField(40)
    .pattern(/^\d{1,2}\/\d{1,2}$/)
    .messages({ '*': 'request.time-signature' }),
  digits: textField(40)
    .pattern(/^[pimacdu]+$/)
    .messages({ '*': 'request.fingers' }),
  strings: textField(40)
    .pattern(/^[1-8]+$/)
    .messages({ '*': 'request.strings' }),
  difficulty: Joi.string().valid('easy', 'middling', 'hard'),
});

/** A pattern to be kept; the document itself is checked by core. */
export interface CreatePatternRequest {
  readonly pattern: unknown;
}

export const createPatternRequestSchema = Joi.object<CreatePatternRequest>({ pattern: Joi.any().required() });

/** A changed pattern, and the version the change was made on. */
export interface UpdatePatternRequest extends CreatePatternRequest {
  readonly version: number;
}

export const updatePatternRequestSchema = Joi.object<UpdatePatternRequest>({
  pattern: Joi.any().required(),
  version: versionField().required(),
});

/** Several patterns to be kept at once, as when drills go to a set. */
export interface CreatePatternsRequest {
  readonly patterns: readonly unknown[];
}

export const createPatternsRequestSchema = Joi.object<CreatePatternsRequest>({
  patterns: Joi.array().min(1).max(200).required(),
});

export const createVersionRequestSchema = Joi.object<contract.CreateVersionRequest>({
  label: textField(80).trim().min(1).required().messages({ '*': 'request.version-name' }),
});
