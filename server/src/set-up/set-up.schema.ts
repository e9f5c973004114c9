import Joi from 'joi';
import {
  DIGITS,
  ESTIMATE_KEYS,
  STRIKERS,
  WEIGHT_KEYS,
  type EstimateKey,
  type MadeSchool,
  type Striker,
} from '@fleet-wren/core';

/** A hand as a studio keeps it: scales by striker, and times of its own. Whether a hand can have them is core's to say. */
export interface HandDocument {
  readonly scale: Readonly<Partial<Record<Striker, number>>>;
  readonly times: Readonly<Partial<Record<EstimateKey, number>>>;
}

/** A hand to be kept, perhaps a student's. */
export interface NewHand extends HandDocument {
  readonly name: string;
  readonly studentId?: string;
}

/** A school to be kept, and the version it was read at where it is there already. */
export interface SchoolForm extends Omit<MadeSchool, 'id'> {
  readonly version?: number;
}

const numbers = (keys: readonly string[]) =>
  Joi.object()
    .pattern(Joi.string().valid(...keys), Joi.number())
    .default({});

const name = (label: string) =>
  Joi.string()
    .trim()
    .min(1)
    .max(80)
    .required()
    .messages({ '*': `${label} needs a name of 1 to 80 letters` });

export const handSchema = Joi.object<NewHand>({
  name: name('A hand'),
  studentId: Joi.string().max(40),
  scale: numbers(STRIKERS),
  times: numbers(ESTIMATE_KEYS),
});

export const schoolSchema = Joi.object<SchoolForm>({
  name: name('A school'),
  base: Joi.string().max(80).required(),
  digits: Joi.array()
    .items(Joi.string().valid(...DIGITS))
    .max(DIGITS.length)
    .required(),
  homes: Joi.object()
    .pattern(Joi.string().valid(...DIGITS), Joi.array().items(Joi.number().integer()).max(8))
    .default({}),
  weights: numbers(WEIGHT_KEYS),
  version: Joi.number().integer().min(1),
});

/** The studio's own values of estimates. */
export type Estimates = Readonly<Partial<Record<EstimateKey, number>>>;

export const estimatesSchema = Joi.object<{ readonly estimates: Estimates }>({ estimates: numbers(ESTIMATE_KEYS) });
