import { randomUUID } from 'node:crypto';
import type * as contract from '@fleet-wren/contract';
import type { StudentProfile } from '@fleet-wren/core';
import { Injectable } from '@nestjs/common';
import type { Row } from '../db/row.ts';
import { jsonList } from '../db/json-text.ts';
import type { StudioScope } from '../db/studio-db.ts';

/** A student of a studio. */
export type Student = Row<contract.Student>;

const COLUMNS = ['id', 'name', 'version', 'about', 'archived_at as archivedAt'] as const;

/** Students in the database, in the scope of whoever asks. */
@Injectable()
export class StudentsStore {
  async list(scope: StudioScope): Promise<string> {
    return jsonList(scope, scope.rows('students'), COLUMNS, 'name, id');
  }

  async count(scope: StudioScope): Promise<number> {
    const found = (await scope.rows('students').count('id as count').first()) as { readonly count: string };
    return Number(found.count);
  }

  async find(scope: StudioScope, id: string): Promise<Student | undefined> {
    return scope
      .rows('students')
      .where({ id })
      .first(...COLUMNS);
  }

  async insert(
    scope: StudioScope,
    students: readonly { readonly name: string; readonly about: StudentProfile }[],
  ): Promise<readonly Student[]> {
    const rows = students.map(({ name, about }) => ({ id: randomUUID(), name, about: JSON.stringify(about) }));
    return scope.insert('students', rows).returning([...COLUMNS]);
  }

  /** Writes on the version that was read; nothing where that is not the latest. */
  async update(
    scope: StudioScope,
    { id, version }: { readonly id: string; readonly version: number },
    { name, about, archived }: { readonly name: string; readonly about: StudentProfile; readonly archived: boolean },
  ): Promise<Student | undefined> {
    const [kept] = (await scope
      .rows('students')
      .where({ id, version })
      .update({
        name,
        about: JSON.stringify(about),
        version: version + 1,
        archived_at: archived ? scope.raw('coalesce(archived_at, now())') : null,
      })
      .returning([...COLUMNS])) as readonly Student[];
    return kept;
  }

  /** Removes a student with everything that is theirs. */
  async delete(scope: StudioScope, id: string): Promise<boolean> {
    return (await scope.rows('students').where({ id }).delete()) > 0;
  }
}
