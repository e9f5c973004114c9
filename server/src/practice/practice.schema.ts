import type { CreateAssignmentRequest, UpdateAssignmentRequest } from '@fleet-wren/contract';
import Joi from 'joi';
import {
  PATTERN_LIMITS,
  LADDER_PLAN_LIMITS,
  TEMPO_RANGE,
  PRACTICE_METHODS,
  createHandProfile,
  type HandProfile,
  type LadderPlan,
} from '@fleet-wren/core';
import { aLabel, aMessage, versionField, textField } from '../common/joi-fields.ts';

/** What happened, and in which assignment; checked one by one by core. */
export interface RecordEventsRequest {
  readonly events: readonly { readonly assignment: string | null; readonly event: unknown }[];
  /** What the clock of the device shows as it sends, in milliseconds since 1970. */
  readonly sentAt?: number;
}

/** Events that are told at once, and kept of one assignment. */
export const EVENT_BATCH_LIMITS = { atOnce: 500, kept: 20_000 } as const;

const tempo = Joi.number().min(TEMPO_RANGE.least).max(TEMPO_RANGE.most);

const numbers = Joi.object().pattern(textField(40), Joi.number()).max(40).required();

/** A hand that can be: its values are checked as core checks them. */
export const handProfileSchema = Joi.object<HandProfile>({
  key: textField(80).min(1).required(),
  name: aLabel(80).required(),
  scale: numbers,
  times: numbers,
})
  .custom((hand: HandProfile, { error }) => (createHandProfile(hand).ok ? hand : error('any.invalid')))
  .messages({ 'any.invalid': 'request.hand-impossible' });

/** The plan of a ladder as it may be kept. */
const planSchema = Joi.object<LadderPlan>({
  target: tempo.required(),
  hand: handProfileSchema,
  stages: Joi.array()
    .items(
      Joi.object({
        key: textField(40).min(1).required(),
        name: aLabel(LADDER_PLAN_LIMITS.name).required(),
        gate: Joi.number().integer().min(0).max(50).required(),
        tempos: Joi.array().items(tempo).max(60).required(),
        cause: aMessage().allow(null),
        ceiling: Joi.number().greater(0).max(1e6).allow(null),
        constraint: textField(20).allow(null),
        remark: textField(LADDER_PLAN_LIMITS.remark),
      }),
    )
    .unique('key')
    .min(1)
    .max(LADDER_PLAN_LIMITS.stages)
    .required(),
});

export const createAssignmentRequestSchema = Joi.object<CreateAssignmentRequest>({
  name: textField(PATTERN_LIMITS.name).trim().min(1).required(),
  pattern: Joi.object().unknown().required(),
  sourceId: textField(40),
  sourceVersion: versionField(),
  target: tempo.required(),
  way: Joi.string()
    .valid(...PRACTICE_METHODS)
    .required(),
  plan: planSchema.required(),
});

export const updateAssignmentRequestSchema = Joi.object<UpdateAssignmentRequest>({
  version: versionField().required(),
  place: Joi.number().integer().min(0).max(1000),
  ended: Joi.boolean().strict(),
  plan: planSchema,
});

export const recordEventsRequestSchema = Joi.object<RecordEventsRequest>({
  events: Joi.array()
    .items(Joi.object({ assignment: textField(40).allow(null).required(), event: Joi.object().unknown().required() }))
    .max(EVENT_BATCH_LIMITS.atOnce)
    .required(),
  sentAt: Joi.number().integer().min(0).max(Number.MAX_SAFE_INTEGER),
});

/** Days a link is good for. */
export interface CreatePracticeLinkRequest {
  readonly days: number;
}

export const createPracticeLinkRequestSchema = Joi.object<CreatePracticeLinkRequest>({
  days: Joi.number().integer().min(1).max(366).default(120),
});
