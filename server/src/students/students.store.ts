import { Inject, Injectable } from '@nestjs/common';
import { DB, type Db } from '../db/connection.ts';

/** A student of a studio. */
export interface Student {
  readonly id: string;
  readonly name: string;
}

/** Students in the database; every query is scoped to a studio. */
@Injectable()
export class StudentsStore {
  constructor(@Inject(DB) private readonly db: Db) {}

  async list(studioId: string): Promise<readonly Student[]> {
    return this.db('students').where({ studio_id: studioId }).orderBy('name').select('id', 'name');
  }

  async find(studioId: string, id: string): Promise<Student | undefined> {
    return this.db('students').where({ studio_id: studioId, id }).first('id', 'name');
  }
}
