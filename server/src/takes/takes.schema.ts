import { AUDIO_MIME_TYPES, type SaveTakeAssessmentRequest, type CreateTakeRequest } from '@fleet-wren/contract';
import Joi from 'joi';
import { PATTERN_LIMITS } from '@fleet-wren/core';
import { handProfileSchema } from '../practice/practice.schema.ts';
import { aMessage, textField } from '../common/joi-fields.ts';

/** Bytes of a part, of a take and of all takes of a studio; takes of a student; days an unfinished one is kept. */
export const TAKE_LIMITS = {
  part: 262_144,
  bytes: 16_000_000,
  studio: 1_000_000_000,
  student: 100,
  unfinishedDays: 2,
  judgement: 1_500_000,
} as const;

export const createTakeRequestSchema = Joi.object<CreateTakeRequest>({
  name: textField(PATTERN_LIMITS.name).trim().min(1).required(),
  assignment: textField(40).allow(null).default(null),
  pattern: Joi.object().unknown().required(),
  hand: handProfileSchema,
  mime: Joi.string()
    .valid(...AUDIO_MIME_TYPES)
    .required(),
  bytes: Joi.number().integer().min(1).max(TAKE_LIMITS.bytes).required(),
});

export const saveTakeAssessmentRequestSchema = Joi.object<SaveTakeAssessmentRequest>({
  engine: Joi.number().integer().min(1).max(100_000).required(),
  headline: aMessage().required(),
  judgement: textField(TAKE_LIMITS.judgement).min(2).required(),
});
