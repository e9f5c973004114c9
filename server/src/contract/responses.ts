import { AUDIO_MIME_TYPES, BACKUP_TABLES, type BinaryContent, type ResponseOf, type Route } from '@fleet-wren/contract';
import { DIGITS, PRACTICE_METHODS } from '@fleet-wren/core';
import Joi from 'joi';

/** A value of core, by the name of its type: what is in it is core's to say. */
const ofCore = (name: string): Joi.ObjectSchema => Joi.object().unknown().meta({ title: name });

const id = Joi.string().guid().required();
const optionalId = Joi.string().guid().allow(null).required();
const text = Joi.string().allow('').required();
const time = Joi.string().isoDate().required();
const optionalTime = Joi.string().isoDate().allow(null).required();
const count = Joi.number().integer().min(0).required();
const flag = Joi.boolean().strict().required();
const version = Joi.number().integer().min(1).required();
const method = Joi.string()
  .valid(...PRACTICE_METHODS)
  .required();

const list = (item: Joi.Schema): Joi.ArraySchema => Joi.array().items(item.optional()).required();
const object = (fields: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(fields).required();

const account = object({
  name: text,
  email: text,
  studio: text,
  role: Joi.string().valid('owner', 'teacher').required(),
});

const header = { id, version, workedAt: time };
const pattern = object({ ...header, pattern: ofCore('Pattern').required() });
const song = object({ ...header, song: ofCore('Song').required() });
const keptVersion = { id, label: Joi.string().allow(null).required(), keptAt: time };
const versions = list(object(keptVersion));
const next = Joi.string().allow(null).required();

const patternLine = object({
  id,
  name: text,
  school: text,
  workedAt: time,
  summary: ofCore('PatternSummary').required(),
});
const songLine = object({ id, name: text, workedAt: time, summary: ofCore('SongSummary').required() });

const student = object({
  id,
  name: text,
  version,
  about: ofCore('StudentProfile').required(),
  archivedAt: optionalTime,
});

const assignmentLine = {
  id,
  studentId: id,
  version,
  name: text,
  sourceId: Joi.string().allow(null).required(),
  sourceVersion: Joi.number().integer().allow(null).required(),
  target: Joi.number().positive().required(),
  way: method,
  standing: ofCore('ProgressSummary').required(),
  place: count,
  createdAt: time,
  endedAt: optionalTime,
};
const assignment = object({
  ...assignmentLine,
  pattern: ofCore('Pattern').required(),
  plan: ofCore('LadderPlan').required(),
});
const standings = list(object({ id, standing: ofCore('ProgressSummary').required() }));

const linkFields = {
  id,
  createdAt: time,
  endsAt: time,
  revokedAt: optionalTime,
  opened: count,
  openedAt: optionalTime,
};

const takeLine = {
  id,
  studentId: id,
  assignment: optionalId,
  name: text,
  mime: Joi.string()
    .valid(...AUDIO_MIME_TYPES)
    .required(),
  bytes: count,
  by: Joi.string().valid('teacher', 'student').required(),
  engine: Joi.number().integer().allow(null).required(),
  headline: ofCore('Message').allow(null).required(),
  createdAt: time,
  completeAt: optionalTime,
};
const parts = { part: count, parts: list(Joi.number().integer().min(0)) };
const upload = object({ ...takeLine, ...parts });
const said = { engine: count, headline: ofCore('Message').required(), judgement: text };
const take = {
  ...takeLine,
  pattern: ofCore('Pattern').required(),
  hand: ofCore('HandProfile').allow(null).required(),
  judgement: Joi.string().allow(null).required(),
  earlier: list(object(said)),
};

const roomItem = Joi.object({
  id,
  state: text,
  name: Joi.string(),
  pattern: ofCore('Pattern'),
  target: Joi.number(),
  way: method.optional(),
  plan: ofCore('LadderPlan'),
  standing: ofCore('ProgressSummary'),
  snapshot: ofCore('PracticeSnapshot').allow(null),
  events: Joi.array().items(ofCore('PracticeEvent')),
});

const document = { ...header, name: text, studentId: optionalId };
const hand = object({
  ...document,
  document: object({ scale: ofCore('ScaleByActuator').required(), times: ofCore('Estimates').required() }),
});
const school = object({
  ...document,
  document: object({
    base: text,
    digits: list(Joi.string().valid(...DIGITS)),
    homes: ofCore('StringsByDigit').required(),
    weights: ofCore('Weights').required(),
  }),
});
const estimates = object({ estimates: ofCore('Estimates').required(), version: count });
const settings = object({ settings: ofCore('StudioSettings').required(), version: count });
const invitation = { id, createdAt: time, endsAt: time };
const demo = object({ loaded: flag });
const restored = object(Object.fromEntries(BACKUP_TABLES.map((table) => [table, count])));

/** A route that answers JSON. */
type RouteWithJson = { [R in Route]: ResponseOf<R> extends void | BinaryContent ? never : R }[Route];

/**
 * What every route answers: tests hold each answer of the server against it, and the API's description is made of it.
 */
export const RESPONSES: Readonly<Record<RouteWithJson, Joi.Schema>> = {
  'POST /auth/register': account,
  'POST /auth/sign-in': account,
  'GET /auth/session': object({ account: account.allow(null) }),
  'GET /auth/me': account,
  'GET /auth/sessions': list(object({ id, device: text, createdAt: time, seenAt: time, here: flag })),
  'GET /auth/recovery-codes': object({ left: count }),
  'POST /auth/recovery-codes': object({ codes: list(Joi.string()) }),
  'POST /auth/recover': account,
  'GET /auth/second-factor': object({ on: flag }),
  'POST /auth/second-factor': object({ secret: text, address: text }),
  'POST /auth/invited': object({ studio: text }),
  'POST /auth/join': account,
  'GET /patterns': object({ patterns: list(patternLine), next }),
  'GET /patterns/tags': list(object({ tag: text, count })),
  'POST /patterns': pattern,
  'POST /patterns/many': list(pattern),
  'GET /patterns/:id': pattern,
  'PUT /patterns/:id': pattern,
  'POST /patterns/:id/duplicate': pattern,
  'GET /patterns/:id/versions': versions,
  'GET /patterns/:id/versions/:version': object({ ...keptVersion, pattern: ofCore('Pattern').required() }),
  'GET /songs': object({ songs: list(songLine), next }),
  'POST /songs': song,
  'GET /songs/:id': song,
  'PUT /songs/:id': song,
  'POST /songs/:id/duplicate': song,
  'GET /songs/:id/versions': versions,
  'GET /songs/:id/versions/:version': object({ ...keptVersion, song: ofCore('Song').required() }),
  'GET /students': list(student),
  'POST /students': student,
  'GET /students/:id': student,
  'PUT /students/:id': student,
  'GET /assignments': list(object(assignmentLine)),
  'GET /students/:id/assignments': list(assignment),
  'POST /students/:id/assignments': assignment,
  'PUT /assignments/:id': assignment,
  'GET /assignments/:id/progress': ofCore('PracticeProgress').required(),
  'GET /students/:id/ability': list(ofCore('ConstraintEstimate')),
  'GET /students/:id/attempts': list(ofCore('AttemptSummary')),
  'GET /students/:id/events': list(object({ assignment: optionalId, event: ofCore('PracticeEvent').required() })),
  'POST /students/:id/events': standings,
  'GET /students/:id/links': list(object(linkFields)),
  'POST /students/:id/links': object({ ...linkFields, token: text }),
  'GET /students/:id/takes': list(object(takeLine)),
  'POST /students/:id/takes': upload,
  'GET /takes/:id': object({ ...take, ...parts }),
  'PUT /takes/:id/parts/:number': upload,
  'PUT /takes/:id/judgement': object(take),
  'GET /practice': object({ room: id, name: text, assignments: list(roomItem) }),
  'GET /practice/skills': object({
    practised: list(object({ id, pattern: ofCore('Pattern').required(), plan: ofCore('LadderPlan').required() })),
    attempts: list(ofCore('AttemptSummary')),
    known: list(Joi.string()),
  }),
  'POST /practice/events': object({
    accepted: list(Joi.string()),
    refused: list(object({ id: text, problems: list(ofCore('Problem')) })),
    assignments: standings,
  }),
  'POST /practice/takes': upload,
  'PUT /practice/takes/:id/parts/:number': upload,
  'GET /hands': list(hand),
  'POST /hands': hand,
  'GET /schools': list(school),
  'POST /schools': school,
  'PUT /schools/:id': school,
  'GET /estimates': estimates,
  'PUT /estimates': estimates,
  'GET /settings': settings,
  'PUT /settings': settings,
  'GET /teachers': list(
    object({ id, name: text, email: text, role: Joi.string().valid('owner', 'teacher').required(), here: flag }),
  ),
  'GET /teachers/invites': list(object(invitation)),
  'POST /teachers/invites': object({ ...invitation, token: text }),
  'GET /demo': demo,
  'POST /demo': demo,
  'POST /archive': restored,
  'GET /archive/restore': object({
    state: Joi.string().valid('none', 'receiving', 'restoring', 'done', 'failed').required(),
    share: Joi.number().min(0).max(1),
    counts: restored.optional(),
    problems: Joi.array().items(ofCore('Problem')),
  }),
  'GET /health': object({ ok: Joi.boolean().valid(true).required() }),
  'GET /openapi.json': Joi.object().unknown().required(),
};
