import { isUsableText } from '@fleet-wren/core';
import Joi from 'joi';

/** A text of at most so many characters that can be kept: with no NUL in it and no half of a character. */
export const words = (most: number): Joi.StringSchema =>
  Joi.string()
    .max(most)
    .custom((value: string, helpers) => (isUsableText(value) ? value : helpers.error('string.base')));

/** A version number, as far as a database counts. */
export const versionNumber = (least = 1): Joi.NumberSchema => Joi.number().integer().min(least).max(2_000_000_000);
