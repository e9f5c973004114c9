import type { BinaryContent, BodyOf, QueryOf, Route } from '@fleet-wren/contract';
import type Joi from 'joi';
import {
  changePasswordRequestSchema,
  passwordConfirmationSchema,
  recoverPasswordRequestSchema,
  registerRequestSchema,
  signInRequestSchema,
  totpCodeRequestSchema,
  turnOffSchema,
} from '../auth/auth.schema.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import {
  createPatternRequestSchema,
  createPatternsRequestSchema,
  createVersionRequestSchema,
  patternListQuerySchema,
  updatePatternRequestSchema,
} from '../patterns/patterns.schema.ts';
import {
  createAssignmentRequestSchema,
  createPracticeLinkRequestSchema,
  recordEventsRequestSchema,
  updateAssignmentRequestSchema,
} from '../practice/practice.schema.ts';
import {
  saveHandProfileRequestSchema,
  saveSchoolRequestSchema,
  versionedEstimatesSchema,
  versionedSettingsSchema,
} from '../settings/settings.schema.ts';
import { createSongRequestSchema, songListQuerySchema, updateSongRequestSchema } from '../songs/songs.schema.ts';
import { saveStudentRequestSchema } from '../students/students.schema.ts';
import { createTakeRequestSchema, saveTakeAssessmentRequestSchema } from '../takes/takes.schema.ts';
import {
  acceptInvitationRequestSchema,
  createInvitationRequestSchema,
  setRoleRequestSchema,
  viewInvitationRequestSchema,
} from '../teachers/teachers.schema.ts';

type RouteWithBody = {
  [R in Route]: BodyOf<R> extends undefined | BinaryContent ? never : R;
}[Route];

type RouteWithQuery = { [R in Route]: QueryOf<R> extends undefined ? never : R }[Route];

/** A schema that knows the fields of a type; what is in a document is checked by core. */
type FieldsOf<T> = Joi.ObjectSchema<{ readonly [Field in keyof T]: unknown }>;

/** The body of every route that takes JSON. */
export const BODIES: { readonly [R in RouteWithBody]: FieldsOf<BodyOf<R>> } = {
  'POST /auth/register': registerRequestSchema,
  'POST /auth/sign-in': signInRequestSchema,
  'PUT /auth/password': changePasswordRequestSchema,
  'POST /auth/recovery-codes': passwordConfirmationSchema,
  'POST /auth/recover': recoverPasswordRequestSchema,
  'POST /auth/second-factor': passwordConfirmationSchema,
  'PUT /auth/second-factor': totpCodeRequestSchema,
  'POST /auth/second-factor/off': turnOffSchema,
  'POST /auth/invited': viewInvitationRequestSchema,
  'POST /auth/join': acceptInvitationRequestSchema,
  'POST /patterns': createPatternRequestSchema,
  'POST /patterns/many': createPatternsRequestSchema,
  'PUT /patterns/:id': updatePatternRequestSchema,
  'POST /patterns/:id/versions': createVersionRequestSchema,
  'POST /songs': createSongRequestSchema,
  'PUT /songs/:id': updateSongRequestSchema,
  'POST /songs/:id/versions': createVersionRequestSchema,
  'POST /students': saveStudentRequestSchema,
  'PUT /students/:id': saveStudentRequestSchema,
  'POST /students/:id/assignments': createAssignmentRequestSchema,
  'PUT /assignments/:id': updateAssignmentRequestSchema,
  'POST /students/:id/events': recordEventsRequestSchema,
  'POST /students/:id/links': createPracticeLinkRequestSchema,
  'POST /students/:id/takes': createTakeRequestSchema,
  'PUT /takes/:id/judgement': saveTakeAssessmentRequestSchema,
  'POST /practice/events': recordEventsRequestSchema,
  'POST /practice/takes': createTakeRequestSchema,
  'POST /hands': saveHandProfileRequestSchema,
  'POST /schools': saveSchoolRequestSchema,
  'PUT /schools/:id': saveSchoolRequestSchema,
  'PUT /estimates': versionedEstimatesSchema,
  'PUT /settings': versionedSettingsSchema,
  'PUT /teachers/:id': setRoleRequestSchema,
  'POST /teachers/invites': createInvitationRequestSchema,
};

/** The query of every route that takes one. */
export const QUERIES: { readonly [R in RouteWithQuery]: FieldsOf<QueryOf<R>> } = {
  'GET /patterns': patternListQuerySchema,
  'GET /songs': songListQuerySchema,
};

/** Checks the body of a route. */
export const validBody = (route: RouteWithBody): JoiValidationPipe<unknown> =>
  new JoiValidationPipe<unknown>(BODIES[route]);

/** Checks the query of a route. */
export const validQuery = (route: RouteWithQuery): JoiValidationPipe<unknown> =>
  new JoiValidationPipe<unknown>(QUERIES[route]);
