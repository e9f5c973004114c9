import { isMessage, isStorableText } from '@fleet-wren/core';
import Joi from 'joi';

/** A text of at most so many characters that can be kept: with no NUL in it and no half of a character. */
export const textField = (most: number): Joi.StringSchema =>
  Joi.string()
    .max(most)
    .custom((value: string, helpers) => (isStorableText(value) ? value : helpers.error('string.base')));

/** A text of the catalogue with its values, as data. */
export const aMessage = (): Joi.ObjectSchema =>
  Joi.object()
    .unknown()
    .custom((value: unknown, helpers) => (isMessage(value) ? value : helpers.error('object.base')));

/** What a thing is called: own words of at most so many characters, or a text of the catalogue. */
export const aLabel = (most: number): Joi.AlternativesSchema => Joi.alternatives(textField(most).min(1), aMessage());

/** A version number, as far as a database counts. */
export const versionField = (least = 1): Joi.NumberSchema => Joi.number().integer().min(least).max(2_000_000_000);
