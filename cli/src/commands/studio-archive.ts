import { readFileSync } from 'node:fs';
import {
  MILLISECONDS_PER_DAY,
  createProblem,
  failure,
  message,
  parsePattern,
  parsePracticeEvent,
  success,
  summariseAttempts,
  type AttemptSummary,
  type LadderPlan,
  type Message,
  type PracticeEvent,
  type PractisedPattern,
  type Result,
  type StudentProfile,
  type StudyFigure,
} from '@fleet-wren/core';

type Row = Readonly<Record<string, unknown>>;

/** A studio's archive, as far as courses need it: rows by table, and when it was made. */
interface StudioArchive {
  readonly rows: (table: string) => readonly Row[];
  /** Days since 1970. */
  readonly day: number;
}

/** A student as the archive has them, with what was practised. */
export interface ArchivedStudent {
  readonly name: string;
  readonly about: StudentProfile;
  readonly practised: readonly PractisedPattern[];
  readonly attempts: readonly AttemptSummary[];
}

const archiveError = (line: number, problem: Message): Result<never> =>
  failure(createProblem('archive-wrong', { line, problem }));

const readLines = (file: string): Result<readonly string[]> => {
  try {
    return success(readFileSync(file, 'utf8').split('\n'));
  } catch (error) {
    const reason = (error as NodeJS.ErrnoException).code ?? message('cli.unknown-reason');
    return failure(createProblem('file-unreadable', { value: file, reason }));
  }
};

const parseLine = (line: string): Row | undefined => {
  try {
    const value: unknown = JSON.parse(line);
    return typeof value === 'object' && value !== null ? (value as Row) : undefined;
  } catch {
    return undefined;
  }
};

/** Reads a studio's archive. Errors: `file-unreadable`, and `archive-wrong` with the line. */
export const readStudioArchive = (file: string): Result<StudioArchive> => {
  const lines = readLines(file);
  if (!lines.ok) return lines;
  const tables = new Map<string, Row[]>();
  let madeAt: number | undefined;
  for (const [index, text] of lines.value.entries()) {
    if (text === '') continue;
    const line = parseLine(text);
    if (!line) return archiveError(index + 1, message('cli.archive-line'));
    if (index === 0) madeAt = line.archive === 'fleet-wren' ? Date.parse(String(line.madeAt)) : undefined;
    if (madeAt === undefined || Number.isNaN(madeAt)) return archiveError(1, message('cli.archive-head'));
    if (typeof line.table !== 'string') continue;
    const rows = tables.get(line.table) ?? [];
    rows.push(line.row as Row);
    tables.set(line.table, rows);
  }
  if (madeAt === undefined) return archiveError(1, message('cli.archive-head'));
  return success({ rows: (table) => tables.get(table) ?? [], day: Math.floor(madeAt / MILLISECONDS_PER_DAY) });
};

/** The studio's patterns. */
export const listArchivedPatterns = (archive: StudioArchive): readonly StudyFigure[] =>
  archive.rows('documents').flatMap(({ id, kind, document }) => {
    const pattern = kind === 'pattern' ? parsePattern(document) : undefined;
    return pattern?.ok ? [{ id: String(id), pattern: pattern.value }] : [];
  });

const eventsOf = (archive: StudioArchive, assignment: string): readonly PracticeEvent[] =>
  archive.rows('practice_events').flatMap(({ id, at, kind, body, assignment_id }) => {
    if (assignment_id !== assignment) return [];
    const event = parsePracticeEvent({ ...(body as Row), id, at: Number(at), kind });
    return event.ok ? [event.value] : [];
  });

const practisedOf = (archive: StudioArchive, student: string): readonly PractisedPattern[] =>
  archive.rows('assignments').flatMap(({ id, student_id, pattern: document, plan }) => {
    const pattern = student_id === student ? parsePattern(document) : undefined;
    return pattern?.ok ? [{ id: String(id), pattern: pattern.value, plan: plan as LadderPlan }] : [];
  });

/** A student by name, whatever the case; a problem that lists the names there are. */
export const findArchivedStudent = (archive: StudioArchive, name: string): Result<ArchivedStudent> => {
  const students = archive.rows('students');
  const found = students.find((one) => String(one.name).toLowerCase() === name.toLowerCase());
  if (!found) {
    const known = students.map((one) => String(one.name)).join(', ');
    return failure(createProblem('usage', { problem: message('cli.student-unknown', { value: name, known }) }));
  }
  const practised = practisedOf(archive, String(found.id));
  return success({
    name: String(found.name),
    about: found.about as StudentProfile,
    practised,
    attempts: practised.flatMap(({ id }) => summariseAttempts(id, eventsOf(archive, id))),
  });
};
