import type { SaveTakeAssessmentRequest } from '@fleet-wren/contract';
import type Joi from 'joi';
import {
  createBasicSummary,
  failure,
  isStorableText,
  createHandProfile,
  buildCustomSchool,
  message,
  messageOf,
  type MessageValue,
  type Pattern,
  createProblem,
  parsePracticeEvent,
  parsePattern,
  parseSong,
  type Result,
  type Song,
  success,
  migratePracticeMethod,
} from '@fleet-wren/core';
import { UUID_PATTERN } from '../common/ids.ts';
import { parseStoredDocument, type DocumentTypeName, type DocumentTypes } from '../documents/document-types.ts';
import { createAssignmentRequestSchema } from '../practice/practice.schema.ts';
import { studioSettingsSchema } from '../settings/settings.schema.ts';
import { toDocumentWrite } from '../songs/songs.service.ts';
import { studentProfileSchema } from '../students/students.schema.ts';
import { toIndexColumns } from '../summaries/summaries.service.ts';
import { TAKE_LIMITS, saveTakeAssessmentRequestSchema, createTakeRequestSchema } from '../takes/takes.schema.ts';
import { aboutFromProse, bodyInCodes, judgementInCodes, planInCodes } from './migrate-prose.ts';
import { wrongLine, type ArchiveLine, type BackupTable } from './backup-format.ts';

/** A row as it is kept, without the studio's column. */
type Row = Readonly<Record<string, unknown>>;

/** The columns of a row that is read: each is checked as it would be if it came from a page. */
class Columns {
  constructor(private readonly line: ArchiveLine) {}

  wrong(why: MessageValue): Error {
    return wrongLine(this.line.line, why);
  }

  value(name: string): unknown {
    return this.line.row[name];
  }

  isMissing(name: string): boolean {
    return this.line.row[name] === undefined || this.line.row[name] === null;
  }

  text(name: string, most: number): string {
    const value = this.value(name);
    if (typeof value !== 'string' || value.length > most || !isStorableText(value))
      throw this.wrong(message('backup.invalid', { field: name }));
    return value;
  }

  oneOf<T extends string>(name: string, values: readonly T[]): T {
    const found = values.find((one) => one === this.value(name));
    if (found === undefined) throw this.wrong(message('backup.invalid', { field: name }));
    return found;
  }

  id(name: string): string {
    const value = this.text(name, 36);
    if (!UUID_PATTERN.test(value)) throw this.wrong(message('backup.not-an-id', { field: name }));
    return value;
  }

  idOrNull(name: string): string | null {
    return this.isMissing(name) ? null : this.id(name);
  }

  time(name: string): Date {
    const time = new Date(this.text(name, 40));
    const year = time.getUTCFullYear();
    if (!(year >= 1970 && year <= 9999)) throw this.wrong(message('backup.not-a-time', { field: name }));
    return time;
  }

  timeOrNull(name: string): Date | null {
    return this.isMissing(name) ? null : this.time(name);
  }

  count(name: string, least = 1): number {
    const value = this.value(name);
    if (!Number.isInteger(value) || (value as number) < least || (value as number) > 2_000_000_000)
      throw this.wrong(message('backup.not-a-count', { field: name }));
    return value as number;
  }

  /** What a schema makes of a value. */
  by<T>(name: string, schema: Joi.Schema<T>, value: unknown = this.value(name)): T {
    const { error, value: checked } = schema.validate(value);
    if (error) throw this.wrong(message('backup.invalid-because', { field: name, reason: error.message }));
    return checked as T;
  }

  /** What a reader of core makes of a document. */
  read<T>(result: Result<T>): T {
    if (!result.ok) throw this.wrong(result.problems.slice(0, 3).map(messageOf));
    return result.value;
  }
}

const checkedSettings = (document: object): Result<object> => {
  const { error, value } = studioSettingsSchema.validate(document);
  return error ? failure(createProblem('request-wrong', { problem: error.message })) : success(value);
};

/** How a document of each kind is checked before it is kept. */
const CHECKS: Readonly<{ [K in DocumentTypeName]: (document: DocumentTypes[K], name: string) => Result<object> }> = {
  pattern: parsePattern,
  song: parseSong,
  hand: (document, name) => createHandProfile({ key: 'archive', name, ...document }),
  school: (document, name) => buildCustomSchool({ id: 'archive', name, ...document }),
  settings: (document) => checkedSettings(document),
  estimates: (times) => createHandProfile({ key: 'archive', name: 'archive', times }),
};

const KINDS = Object.keys(CHECKS) as readonly DocumentTypeName[];

/** The columns beside a document that its list is searched by; figures are worked out in the background. */
const indexColumnsOf = (kind: DocumentTypeName, document: object): Row => {
  if (kind === 'pattern') return toIndexColumns(document as Pattern, createBasicSummary(document as Pattern));
  return kind === 'song' ? toDocumentWrite(document as Song).indexColumns : {};
};

/** A document checked as its kind is today, and the JSON it is kept as, in the format it was written in. */
const documentOf = (
  columns: Columns,
  name: string,
): { readonly kind: DocumentTypeName; readonly document: object; readonly json: string } => {
  const kind = columns.oneOf('kind', KINDS);
  const json = columns.value('document');
  if (typeof json !== 'object' || json === null) throw columns.wrong(message('backup.document-missing'));
  const stored = parseStoredDocument(kind, columns.count('format'), json);
  const check = CHECKS[kind] as (document: unknown, name: string) => Result<object>;
  columns.read(check(stored, name));
  return { kind, document: stored, json: JSON.stringify(json) };
};

/** Backups made before students had more than a name know no more of them. */
const studentRow = (columns: Columns): Row => {
  const known = { id: columns.id('id'), name: columns.text('name', 200) };
  if (columns.isMissing('about')) return known;
  return {
    ...known,
    about: JSON.stringify(columns.by('about', studentProfileSchema, aboutFromProse(columns.value('about')))),
    version: columns.count('version'),
    created_at: columns.time('created_at'),
    archived_at: columns.timeOrNull('archived_at'),
  };
};

/** An assignment; how it stands is worked out from its log when all of that is there. */
const assignmentRow = (columns: Columns): Row => {
  const pattern = columns.read(parsePattern(columns.value('pattern')));
  const [name, target] = ['name', 'target'].map((one) => columns.value(one));
  const [way, plan] = [migratePracticeMethod(columns.value('way')), planInCodes(columns.value('plan'))];
  const form = columns.by('plan', createAssignmentRequestSchema, { name, pattern: {}, target, way, plan });
  return {
    id: columns.id('id'),
    student_id: columns.id('student_id'),
    name: columns.text('name', 200),
    version: columns.count('version'),
    pattern: JSON.stringify(pattern),
    source_id: columns.idOrNull('source_id'),
    source_version: columns.isMissing('source_version') ? null : columns.count('source_version'),
    target: form.target,
    way: form.way,
    plan: JSON.stringify(form.plan),
    place: columns.count('place', 0),
    created_at: columns.time('created_at'),
    ended_at: columns.timeOrNull('ended_at'),
  };
};

const TOLD_BY = ['teacher', 'student'] as const;

const eventRow = (columns: Columns): Row => {
  const [id, kind, body] = ['id', 'kind', 'body'].map((one) => columns.value(one));
  const at = Number(columns.value('at'));
  const event = columns.read(parsePracticeEvent({ ...bodyInCodes(kind, body), id, at, kind }));
  const { id: _id, at: _at, kind: _kind, ...rest } = event;
  return {
    id: columns.id('id'),
    student_id: columns.id('student_id'),
    assignment_id: columns.idOrNull('assignment_id'),
    at,
    told_at: columns.isMissing('told_at') ? null : toldAt(columns),
    told_by: columns.isMissing('told_by') ? null : columns.oneOf('told_by', TOLD_BY),
    kind: event.kind,
    body: JSON.stringify(rest),
    created_at: columns.time('created_at'),
  };
};

const toldAt = (columns: Columns): number => {
  const value = Number(columns.value('told_at'));
  if (!Number.isSafeInteger(value)) throw columns.wrong(message('backup.not-a-time', { field: 'told_at' }));
  return value;
};

const documentRow = (columns: Columns): Row => {
  const name = columns.text('name', 200);
  const { kind, document, json } = documentOf(columns, name);
  return {
    id: columns.id('id'),
    kind,
    name,
    format: columns.count('format'),
    version: columns.count('version'),
    document: json,
    student_id: columns.idOrNull('student_id'),
    created_at: columns.time('created_at'),
    worked_at: columns.time('worked_at'),
    deleted_at: columns.timeOrNull('deleted_at'),
    ...indexColumnsOf(kind, document),
  };
};

const versionRow = (columns: Columns): Row => {
  const { kind, json } = documentOf(columns, 'version');
  return {
    id: columns.id('id'),
    document_id: columns.id('document_id'),
    kind,
    format: columns.count('format'),
    version: columns.count('version'),
    label: columns.isMissing('label') ? null : columns.text('label', 200),
    document: json,
    kept_at: columns.time('kept_at'),
  };
};

const inColumns = ({ headline, ...form }: SaveTakeAssessmentRequest): Row => ({
  ...form,
  headline: JSON.stringify(headline),
});

/** What engines said of a take: the latest in columns, the earlier ones as a list. */
const judgedColumns = (columns: Columns): Row => {
  const earlier = columns.value('earlier') ?? [];
  if (!Array.isArray(earlier) || earlier.length > 20)
    throw columns.wrong(message('backup.invalid', { field: 'earlier' }));
  const all = earlier.map((one: unknown) =>
    columns.by('earlier', saveTakeAssessmentRequestSchema, judgementInCodes(one)),
  );
  if (columns.isMissing('engine')) return { earlier: JSON.stringify(all) };
  const [engine, headline, judgement] = ['engine', 'headline', 'judgement'].map((one) => columns.value(one));
  return {
    ...inColumns(
      columns.by('judgement', saveTakeAssessmentRequestSchema, judgementInCodes({ engine, headline, judgement })),
    ),
    earlier: JSON.stringify(all),
  };
};

const takeRow = (columns: Columns): Row => {
  const pattern = columns.read(parsePattern(columns.value('pattern')));
  const [name, mime, bytes] = ['name', 'mime', 'bytes'].map((one) => columns.value(one));
  const hand = columns.isMissing('hand') ? {} : { hand: columns.value('hand') };
  const form = columns.by('name', createTakeRequestSchema, {
    name,
    mime,
    bytes,
    pattern: {},
    assignment: null,
    ...hand,
  });
  return {
    id: columns.id('id'),
    student_id: columns.id('student_id'),
    assignment_id: columns.idOrNull('assignment_id'),
    name: form.name,
    mime: form.mime,
    bytes: form.bytes,
    told_by: columns.oneOf('told_by', TOLD_BY),
    pattern: JSON.stringify(pattern),
    hand: form.hand ? JSON.stringify(form.hand) : null,
    ...judgedColumns(columns),
    created_at: columns.time('created_at'),
    complete_at: columns.timeOrNull('complete_at'),
  };
};

const BASE64 = /^[A-Za-z0-9+/]*={0,2}$/;

const partRow = (columns: Columns): Row => {
  const text = columns.text('bytes', TAKE_LIMITS.part * 2);
  const bytes = Buffer.from(text, 'base64');
  if (!BASE64.test(text) || bytes.length === 0 || bytes.length > TAKE_LIMITS.part)
    throw columns.wrong(message('backup.sound-part'));
  return {
    take_id: columns.id('take_id'),
    student_id: columns.id('student_id'),
    number: columns.count('number', 0),
    bytes,
  };
};

const ROWS: Readonly<Record<BackupTable, (columns: Columns) => Row>> = {
  students: studentRow,
  documents: documentRow,
  document_versions: versionRow,
  assignments: assignmentRow,
  practice_events: eventRow,
  takes: takeRow,
  take_parts: partRow,
};

/** A row of a backup as it is kept: checked as if it came from a page; what is wrong is named with its line. */
export const checkedRow = (line: ArchiveLine): Row => ROWS[line.table](new Columns(line));
