import type { SaveStudentRequest } from '@fleet-wren/contract';
import Joi from 'joi';
import {
  GROUP_LIMITS,
  LESSON_OUTCOMES,
  MAX_LESSON_RECORDS,
  PRACTICE_METHODS,
  SUGGESTION_AIM,
  type StudentProfile,
} from '@fleet-wren/core';
import { versionField, textField } from '../common/joi-fields.ts';

const time = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/);
const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/);

/** What is known of a student, as it may be kept. */
export const studentProfileSchema = Joi.object<StudentProfile>({
  way: Joi.string().valid(...PRACTICE_METHODS),
  school: textField(80),
  weeklyMinutes: Joi.number().integer().min(0).max(5000),
  lessonDay: Joi.number().integer().min(1).max(7),
  lessonTime: time,
  groups: Joi.array().items(textField(GROUP_LIMITS.name).min(1)).max(GROUP_LIMITS.groups).unique(),
  lessons: Joi.array()
    .items(
      Joi.object({
        day: day.required(),
        outcome: Joi.string()
          .valid(...LESSON_OUTCOMES)
          .required(),
        madeUpOn: day,
      }),
    )
    .max(MAX_LESSON_RECORDS)
    .unique('day'),
  reportText: textField(3000).allow(''),
  changes: Joi.array()
    .items(Joi.object({ day: day.required(), time: time.allow(null).required() }))
    .max(100),
  notes: textField(4000).allow(''),
  known: Joi.object()
    .pattern(textField(40), Joi.array().items(textField(200)).max(500))
    .max(100),
  goal: Joi.object({ kind: Joi.string().valid('pattern', 'song').required(), id: textField(40).required() }),
  knownSkills: Joi.array().items(textField(40)).max(200),
  declinedFigures: Joi.array().items(textField(60)).max(200),
  declinedSkills: Joi.array().items(textField(40)).max(200),
  suggestionAim: Joi.number().min(SUGGESTION_AIM.least).max(SUGGESTION_AIM.most),
});

export const saveStudentRequestSchema = Joi.object<SaveStudentRequest>({
  name: textField(80).trim().min(1).required().messages({ '*': 'request.student-name' }),
  about: studentProfileSchema.default({}),
  version: versionField(),
  archived: Joi.boolean().strict(),
});
