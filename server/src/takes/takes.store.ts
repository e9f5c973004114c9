import { randomUUID } from 'node:crypto';
import type { CreateTakeRequest, SaveTakeAssessmentRequest } from '@fleet-wren/contract';
import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import type { Row } from '../db/row.ts';
import type { StudioScope } from '../db/studio-db.ts';
import { TAKE_LIMITS } from './takes.schema.ts';

/** A take as a list shows it. */
export type TakeListItem = Row<contract.TakeListItem>;

/** A take with what it is judged against, and what was said of it. */
export type StoredTake = Row<contract.TakeResponse>;

const LINE = [
  'id',
  'student_id as studentId',
  'assignment_id as assignment',
  'name',
  'mime',
  'bytes',
  'told_by as by',
  'engine',
  'headline',
  'created_at as createdAt',
  'complete_at as completeAt',
] as const;

const WHOLE = [...LINE, 'pattern', 'hand', 'judgement', 'earlier'] as const;

/** Takes and their sound in the database: each query within a scope. */
@Injectable()
export class TakesStore {
  async ofStudent(scope: StudioScope, studentId: string): Promise<readonly TakeListItem[]> {
    return scope
      .rows('takes')
      .where({ student_id: studentId })
      .orderBy([{ column: 'created_at', order: 'desc' }, 'id'])
      .select(...LINE);
  }

  async find(scope: StudioScope, id: string): Promise<StoredTake | undefined> {
    return scope
      .rows('takes')
      .where({ id })
      .first(...WHOLE);
  }

  async line(scope: StudioScope, id: string): Promise<TakeListItem | undefined> {
    return scope
      .rows('takes')
      .where({ id })
      .first(...LINE);
  }

  /** How many takes a student has. */
  async count(scope: StudioScope, studentId: string): Promise<number> {
    const [found] = (await scope.rows('takes').where({ student_id: studentId }).count('id as count')) as readonly {
      readonly count: string;
    }[];
    return Number(found?.count ?? 0);
  }

  /**
   * Bytes of sound a studio keeps, of all its students, whoever adds to them: what has come, as the database counts it.
   */
  async bytesOf(scope: StudioScope): Promise<number> {
    const sql = 'select sound_bytes as bytes from studio_usage where studio_id = ?';
    const { rows } = (await scope.raw(sql, [scope.principal.studioId])) as {
      readonly rows: readonly { readonly bytes: string }[];
    };
    return Number(rows[0]?.bytes ?? 0);
  }

  /** Lets go of takes whose sound never came. */
  async dropUnfinished(scope: StudioScope): Promise<void> {
    await scope
      .rows('takes')
      .whereNull('complete_at')
      .where('created_at', '<', scope.raw("now() - ? * interval '1 day'", [TAKE_LIMITS.unfinishedDays]))
      .delete();
  }

  async insert(
    scope: StudioScope,
    studentId: string,
    form: CreateTakeRequest,
    by: TakeListItem['by'],
  ): Promise<TakeListItem> {
    const { name, assignment, pattern, hand, mime, bytes } = form;
    const [kept] = (await scope
      .insert('takes', [
        {
          id: randomUUID(),
          student_id: studentId,
          assignment_id: assignment,
          name,
          mime,
          bytes,
          told_by: by,
          pattern: JSON.stringify(pattern),
          hand: hand ? JSON.stringify(hand) : null,
        },
      ])
      .returning([...LINE])) as readonly TakeListItem[];
    return kept as TakeListItem;
  }

  /** Numbers of the parts that have come. */
  async parts(scope: StudioScope, takeId: string): Promise<readonly number[]> {
    return scope.rows('take_parts').where({ take_id: takeId }).orderBy('number').pluck('number');
  }

  /** Keeps a part; one that came before changes nothing. */
  async addPart(scope: StudioScope, { id, studentId }: TakeListItem, number: number, bytes: Buffer): Promise<void> {
    await scope
      .insert('take_parts', [{ take_id: id, student_id: studentId, number, bytes }])
      .onConflict(['studio_id', 'take_id', 'number'])
      .ignore();
  }

  async complete(scope: StudioScope, id: string): Promise<void> {
    await scope.rows('takes').where({ id }).whereNull('complete_at').update({ complete_at: scope.now() });
  }

  async part(scope: StudioScope, takeId: string, number: number): Promise<Buffer | undefined> {
    const found = (await scope.rows('take_parts').where({ take_id: takeId, number }).first('bytes')) as
      { readonly bytes: Buffer } | undefined;
    return found?.bytes;
  }

  async judge(
    scope: StudioScope,
    id: string,
    { engine, headline, judgement }: SaveTakeAssessmentRequest,
    earlier: readonly SaveTakeAssessmentRequest[],
  ): Promise<StoredTake | undefined> {
    const [kept] = (await scope
      .rows('takes')
      .where({ id })
      .update({ engine, headline: JSON.stringify(headline), judgement, earlier: JSON.stringify(earlier) })
      .returning([...WHOLE])) as readonly StoredTake[];
    return kept;
  }

  async delete(scope: StudioScope, id: string): Promise<boolean> {
    return (await scope.rows('takes').where({ id }).delete()) > 0;
  }
}
