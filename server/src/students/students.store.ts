import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { StudioScope } from '../db/studio-db.ts';

/** A student of a studio. */
export interface Student {
  readonly id: string;
  readonly name: string;
}

/** Students in the database, in the scope of whoever asks. */
@Injectable()
export class StudentsStore {
  async list(scope: StudioScope): Promise<readonly Student[]> {
    return scope.rows('students').orderBy('name').select('id', 'name');
  }

  async find(scope: StudioScope, id: string): Promise<Student | undefined> {
    return scope.rows('students').where({ id }).first('id', 'name');
  }

  async insert(scope: StudioScope, names: readonly string[]): Promise<void> {
    const rows = names.map((name) => ({ id: randomUUID(), name }));
    await scope.insert('students', rows);
  }
}
