import { Inject, Injectable } from '@nestjs/common';
import { WrenError, makeHand, makeSchool, problem, valueOrThrow, type MadeSchool } from '@fleet-wren/core';
import { ErrorWithState } from '../common/errors.filter.ts';
import { checkedId, notFound, orNotFound } from '../common/ids.ts';
import { DB, type Db } from '../db/connection.ts';
import { StudentsStore } from '../students/students.store.ts';
import { DocumentsStore, type KeptDocument } from './documents.store.ts';
import type { Estimates, HandDocument, NewHand, SchoolForm } from './set-up.schema.ts';

type SchoolDocument = Omit<MadeSchool, 'id' | 'name'>;

/** A studio's hands, schools and estimates. */
@Injectable()
export class SetUpService {
  private readonly hands: DocumentsStore<HandDocument>;
  private readonly schools: DocumentsStore<SchoolDocument>;

  constructor(
    @Inject(DB) private readonly db: Db,
    private readonly students: StudentsStore,
  ) {
    this.hands = new DocumentsStore(db, 'hands', ['student_id as studentId']);
    this.schools = new DocumentsStore(db, 'schools');
  }

  listHands(studioId: string): Promise<readonly KeptDocument<HandDocument>[]> {
    return this.hands.list(studioId);
  }

  async keepHand(studioId: string, { name, studentId, scale, times }: NewHand): Promise<KeptDocument<HandDocument>> {
    valueOrThrow(makeHand({ key: 'new', name, scale, times }));
    if (studentId !== undefined) orNotFound(await this.students.find(studioId, checkedId(studentId)));
    return this.hands.insert(studioId, name, { scale, times }, { student_id: studentId ?? null });
  }

  async dropHand(studioId: string, id: string): Promise<void> {
    if (!(await this.hands.delete(studioId, checkedId(id)))) throw notFound();
  }

  listSchools(studioId: string): Promise<readonly KeptDocument<SchoolDocument>[]> {
    return this.schools.list(studioId);
  }

  async keepSchool(
    studioId: string,
    { name, version: _version, ...document }: SchoolForm,
  ): Promise<KeptDocument<SchoolDocument>> {
    valueOrThrow(makeSchool({ id: 'new', name, ...document }));
    return this.schools.insert(studioId, name, document);
  }

  async changeSchool(
    studioId: string,
    id: string,
    { name, version, ...document }: SchoolForm,
  ): Promise<KeptDocument<SchoolDocument>> {
    valueOrThrow(makeSchool({ id, name, ...document }));
    if (version === undefined)
      throw new WrenError(problem('request-wrong', { problem: 'Which version was changed is missing.' }));
    const changed = await this.schools.update(studioId, checkedId(id), version, name, document);
    if (changed) return changed;
    throw new ErrorWithState(problem('version-conflict'), {
      current: orNotFound(await this.schools.find(studioId, id)),
    });
  }

  async dropSchool(studioId: string, id: string): Promise<void> {
    if (!(await this.schools.delete(studioId, checkedId(id)))) throw notFound();
  }

  async estimates(studioId: string): Promise<Estimates> {
    const row = (await this.db('studios').where({ id: studioId }).first('estimates')) as
      { estimates: Estimates } | undefined;
    return row?.estimates ?? {};
  }

  async setEstimates(studioId: string, estimates: Estimates): Promise<Estimates> {
    valueOrThrow(makeHand({ key: 'new', name: 'new', times: estimates }));
    await this.db('studios')
      .where({ id: studioId })
      .update({ estimates: JSON.stringify(estimates) });
    return estimates;
  }
}
