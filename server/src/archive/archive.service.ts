import { Injectable } from '@nestjs/common';
import type Joi from 'joi';
import {
  WrenError,
  bareSummaryOf,
  failure,
  makeHand,
  makeSchool,
  problem,
  readEvent,
  readPattern,
  readSong,
  sentence,
  success,
  type Pattern,
  type Result,
  type Song,
} from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { UUID } from '../common/ids.ts';
import { StudioDb } from '../db/studio-db.ts';
import { readStored, type Kind, type Kinds } from '../documents/kinds.ts';
import { assignmentSchema } from '../practice/practice.schema.ts';
import { settingsDocument } from '../set-up/set-up.schema.ts';
import { writingOf } from '../songs/songs.service.ts';
import { aboutSchema } from '../students/students.schema.ts';
import { besideOf } from '../summaries/summaries.service.ts';
import { ArchiveStore } from './archive.store.ts';
import { readArchive, writeArchive, type ArchiveRow } from './format.ts';

/** How many rows came back, by table. */
export interface ReadBack {
  readonly students: number;
  readonly documents: number;
  readonly document_versions: number;
  readonly assignments: number;
  readonly practice_events: number;
}

type Line = ArchiveRow & { readonly line: number };

const wrong = ({ line }: Line, words: string): WrenError =>
  new WrenError(problem('archive-wrong', { line, problem: words }));

const made = (result: Result<object>): Result<object> => result;

const checkedSettings = (document: object): Result<object> => {
  const { error, value } = settingsDocument.validate(document);
  return error ? failure(problem('request-wrong', { problem: error.message })) : success(value);
};

/** How a document of each kind is checked before it is kept. */
const CHECKS: Readonly<{ [K in Kind]: (document: Kinds[K], name: string) => Result<object> }> = {
  pattern: readPattern,
  song: readSong,
  hand: (document, name) => made(makeHand({ key: 'archive', name, ...document })),
  school: (document, name) => made(makeSchool({ id: 'archive', name, ...document })),
  settings: (document) => checkedSettings(document),
  estimates: (times) => made(makeHand({ key: 'archive', name: 'archive', times })),
};

const KINDS = Object.keys(CHECKS) as readonly Kind[];

/** The columns beside a document that its list is searched by; figures are worked out in the background. */
const beside = (kind: Kind, document: object): Readonly<Record<string, unknown>> => {
  if (kind === 'pattern') return besideOf(document as Pattern, bareSummaryOf(document as Pattern));
  return kind === 'song' ? writingOf(document as Song).beside : {};
};

const text = (line: Line, name: string, most: number): string => {
  const value = line.row[name];
  if (typeof value !== 'string' || value.length > most) throw wrong(line, `its ${name} is not what it should be`);
  return value;
};

const idOf = (line: Line, name: string): string => {
  const value = text(line, name, 36);
  if (!UUID.test(value)) throw wrong(line, `its ${name} is no name`);
  return value;
};

const optionalId = (line: Line, name: string): string | null => (line.row[name] === null ? null : idOf(line, name));

const when = (line: Line, name: string): Date | null => {
  if (line.row[name] === null) return null;
  const time = new Date(text(line, name, 40));
  if (Number.isNaN(time.getTime())) throw wrong(line, `its ${name} is no time`);
  return time;
};

const count = (line: Line, name: string): number => {
  const value = line.row[name];
  if (!Number.isInteger(value) || (value as number) < 1 || (value as number) > 2_000_000_000)
    throw wrong(line, `its ${name} is no count`);
  return value as number;
};

/** A document as its kind is today, checked; anything else is refused with its line. */
const documentOf = (line: Line, name: string): { readonly kind: Kind; readonly document: object } => {
  const kind = KINDS.find((one) => one === line.row.kind);
  if (!kind) throw wrong(line, `“${String(line.row.kind).slice(0, 40)}” is no kind of document`);
  const stored = readStored(kind, count(line, 'format'), line.row.document);
  const check = CHECKS[kind] as (document: unknown, name: string) => Result<object>;
  const result = check(stored, name);
  if (!result.ok) throw wrong(line, result.problems.map(sentence).join(' '));
  return { kind, document: stored };
};

/** A value of a row by the schema it would have to pass if it came from a page. */
const checkedBy = <T>(line: Line, name: string, schema: Joi.Schema<T>): T => {
  const { error, value } = schema.validate(line.row[name]);
  if (error) throw wrong(line, `its ${name} is not what it should be: ${error.message}`);
  return value as T;
};

/** Rows of archives made before students had more than a name. */
const studentRow = (line: Line): ArchiveRow['row'] => {
  const known = { id: idOf(line, 'id'), name: text(line, 'name', 200) };
  if (line.row.about === undefined) return known;
  return {
    ...known,
    about: JSON.stringify(checkedBy(line, 'about', aboutSchema)),
    version: count(line, 'version'),
    created_at: when(line, 'created_at'),
    archived_at: when(line, 'archived_at'),
  };
};

const assignmentRow = (line: Line): ArchiveRow['row'] => {
  const { source_version, place, standing, ...row } = line.row;
  const pattern = readPattern(row.pattern);
  if (!pattern.ok) throw wrong(line, pattern.problems.map(sentence).join(' '));
  const { plan, target } = row;
  const form = { name: row.name, pattern: {}, target, way: row.way, plan };
  const { error } = assignmentSchema.validate(form);
  if (error) throw wrong(line, error.message);
  if (typeof standing !== 'object' || standing === null) throw wrong(line, 'its standing is missing');
  return {
    id: idOf(line, 'id'),
    student_id: idOf(line, 'student_id'),
    name: text(line, 'name', 200),
    version: count(line, 'version'),
    pattern: JSON.stringify(pattern.value),
    source_id: optionalId(line, 'source_id'),
    source_version: source_version === null ? null : count(line, 'source_version'),
    target,
    way: row.way,
    plan: JSON.stringify(plan),
    standing: JSON.stringify(standing),
    place: Number.isInteger(place) ? place : 0,
    created_at: when(line, 'created_at'),
    ended_at: when(line, 'ended_at'),
  };
};

/** A century ahead: an archive may be read on a machine whose clock is behind. */
const FAR = 100 * 365 * 24 * 3600 * 1000;

const eventRow = (line: Line): ArchiveRow['row'] => {
  const { id, at, kind, body } = line.row;
  const event = readEvent({ ...(body as object), id, at: Number(at), kind }, Date.now() + FAR);
  if (!event.ok) throw wrong(line, event.problems.map(sentence).join(' '));
  return {
    id: idOf(line, 'id'),
    student_id: idOf(line, 'student_id'),
    assignment_id: optionalId(line, 'assignment_id'),
    at: Number(at),
    kind: event.value.kind,
    body: JSON.stringify(body),
    created_at: when(line, 'created_at'),
  };
};

const documentRow = (line: Line): ArchiveRow['row'] => {
  const name = text(line, 'name', 200);
  const { kind, document } = documentOf(line, name);
  return {
    id: idOf(line, 'id'),
    kind,
    name,
    format: count(line, 'format'),
    version: count(line, 'version'),
    document: JSON.stringify(document),
    student_id: optionalId(line, 'student_id'),
    created_at: when(line, 'created_at'),
    worked_at: when(line, 'worked_at'),
    deleted_at: when(line, 'deleted_at'),
    ...beside(kind, document),
  };
};

const versionRow = (line: Line): ArchiveRow['row'] => {
  const { kind, document } = documentOf(line, 'version');
  return {
    id: idOf(line, 'id'),
    document_id: idOf(line, 'document_id'),
    kind,
    format: count(line, 'format'),
    version: count(line, 'version'),
    label: line.row.label === null ? null : text(line, 'label', 200),
    document: JSON.stringify(document),
    kept_at: when(line, 'kept_at'),
  };
};

const ROWS = {
  students: studentRow,
  documents: documentRow,
  document_versions: versionRow,
  assignments: assignmentRow,
  practice_events: eventRow,
} as const;

/** Gives other requests their turn: a document takes a few milliseconds to check. */
const turn = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

/** Everything of a studio in one file, and back into an empty studio. */
@Injectable()
export class ArchiveService {
  constructor(
    private readonly studios: StudioDb,
    private readonly archive: ArchiveStore,
  ) {}

  write(principal: Principal, studio: string): AsyncGenerator<string> {
    return writeArchive(studio, new Date(), this.archive.rows(this.studios.for(principal)));
  }

  /** Reads an archive into a studio that has nothing yet: all of it or nothing. */
  async read(principal: Principal, bytes: AsyncIterable<Uint8Array>): Promise<ReadBack> {
    const scope = this.studios.for(principal);
    if (!(await this.archive.isEmpty(scope))) throw new WrenError(problem('archive-not-empty'));
    const counts = { students: 0, documents: 0, document_versions: 0, assignments: 0, practice_events: 0 };
    await scope.transaction(async (within) => {
      for await (const line of readArchive(bytes)) {
        await this.archive.insert(within, { table: line.table, row: ROWS[line.table](line) });
        counts[line.table] += 1;
        await turn();
      }
    });
    return counts;
  }
}
