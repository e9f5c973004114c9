import Joi from 'joi';
import {
  PATTERN_LIMITS,
  LADDER_PLAN_LIMITS,
  TEMPO_RANGE,
  PRACTICE_METHODS,
  createHandProfile,
  type HandProfile,
  type LadderPlan,
  type Pattern,
  type PracticeMethod,
} from '@fleet-wren/core';
import { aLabel, aMessage, versionNumber, words } from '../common/words.ts';

/** Something to be practised, as it is set. */
export interface AssignmentForm {
  readonly name: string;
  readonly pattern: Pattern;
  readonly sourceId?: string;
  readonly sourceVersion?: number;
  readonly target: number;
  readonly way: PracticeMethod;
  readonly plan: LadderPlan;
}

/** What of an assignment can change. */
export interface AssignmentChange {
  readonly version: number;
  readonly place?: number;
  readonly ended?: boolean;
  /** Its stages as the teacher arranged them. */
  readonly plan?: LadderPlan;
}

/** What happened, and in which assignment; checked one by one by core. */
export interface EventsForm {
  readonly events: readonly { readonly assignment: string | null; readonly event: unknown }[];
  /** What the clock of the device shows as it sends, in milliseconds since 1970. */
  readonly sentAt?: number;
}

/** Events that are told at once, and kept of one assignment. */
export const EVENTS = { atOnce: 500, kept: 20_000 } as const;

const tempo = Joi.number().min(TEMPO_RANGE.least).max(TEMPO_RANGE.most);

const numbers = Joi.object().pattern(words(40), Joi.number()).max(40).required();

/** A hand that can be: its values are checked as core checks them. */
export const handSchema = Joi.object<HandProfile>({
  key: words(80).min(1).required(),
  name: aLabel(80).required(),
  scale: numbers,
  times: numbers,
})
  .custom((hand: HandProfile, { error }) => (createHandProfile(hand).ok ? hand : error('any.invalid')))
  .messages({ 'any.invalid': 'request.hand-impossible' });

/** The plan of a ladder as it may be kept. */
const planSchema = Joi.object<LadderPlan>({
  target: tempo.required(),
  hand: handSchema,
  stages: Joi.array()
    .items(
      Joi.object({
        key: words(40).min(1).required(),
        name: aLabel(LADDER_PLAN_LIMITS.name).required(),
        gate: Joi.number().integer().min(0).max(50).required(),
        tempos: Joi.array().items(tempo).max(60).required(),
        cause: aMessage().allow(null),
        ceiling: Joi.number().greater(0).max(1e6).allow(null),
        constraint: words(20).allow(null),
        remark: words(LADDER_PLAN_LIMITS.remark),
      }),
    )
    .unique('key')
    .min(1)
    .max(LADDER_PLAN_LIMITS.stages)
    .required(),
});

export const assignmentSchema = Joi.object<AssignmentForm>({
  name: words(PATTERN_LIMITS.name).trim().min(1).required(),
  pattern: Joi.object().unknown().required(),
  sourceId: words(40),
  sourceVersion: versionNumber(),
  target: tempo.required(),
  way: Joi.string()
    .valid(...PRACTICE_METHODS)
    .required(),
  plan: planSchema.required(),
});

export const assignmentChangeSchema = Joi.object<AssignmentChange>({
  version: versionNumber().required(),
  place: Joi.number().integer().min(0).max(1000),
  ended: Joi.boolean().strict(),
  plan: planSchema,
});

export const eventsSchema = Joi.object<EventsForm>({
  events: Joi.array()
    .items(Joi.object({ assignment: words(40).allow(null).required(), event: Joi.object().unknown().required() }))
    .max(EVENTS.atOnce)
    .required(),
  sentAt: Joi.number().integer().min(0).max(Number.MAX_SAFE_INTEGER),
});

/** Days a link is good for. */
export interface LinkForm {
  readonly days: number;
}

export const linkSchema = Joi.object<LinkForm>({ days: Joi.number().integer().min(1).max(366).default(120) });
