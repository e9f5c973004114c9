import Joi from 'joi';
import { WAYS, type Way } from '@fleet-wren/core';
import { versionNumber, words } from '../common/words.ts';

/** What a studio knows of a student besides the name. */
export interface About {
  readonly way?: Way;
  /** Key of the school that is usual for this student. */
  readonly school?: string;
  readonly weeklyMinutes?: number;
  /** Day of the lesson, 1 = Monday to 7, and its time as `16:30`. */
  readonly lessonDay?: number;
  readonly lessonTime?: string;
  /** Days (`2026-11-25`) the lesson is not held, or held at another time. */
  readonly changes?: readonly { readonly day: string; readonly time: string | null }[];
  readonly notes?: string;
}

/** A student to be kept, and the version that was read where there is one. */
export interface StudentForm {
  readonly name: string;
  readonly about: About;
  readonly version?: number;
  readonly archived?: boolean;
}

const time = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$/);
const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/);

/** What is known of a student, as it may be kept. */
export const aboutSchema = Joi.object<About>({
  way: Joi.string().valid(...WAYS),
  school: words(80),
  weeklyMinutes: Joi.number().integer().min(0).max(5000),
  lessonDay: Joi.number().integer().min(1).max(7),
  lessonTime: time,
  changes: Joi.array()
    .items(Joi.object({ day: day.required(), time: time.allow(null).required() }))
    .max(100),
  notes: words(4000).allow(''),
});

export const studentSchema = Joi.object<StudentForm>({
  name: words(80).trim().min(1).required().messages({ '*': 'A student needs a name of 1 to 80 letters' }),
  about: aboutSchema.default({}),
  version: versionNumber(),
  archived: Joi.boolean().strict(),
});
