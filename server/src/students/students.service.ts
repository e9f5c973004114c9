import type { SaveStudentRequest } from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { message, createProblem, ProblemError } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { ErrorWithPayload } from '../common/errors.filter.ts';
import { parseId, createNotFoundError, assertFound } from '../common/ids.ts';
import { createQuotaError } from '../common/quota.ts';
import { StudioDb } from '../db/studio-db.ts';
import { StudentsStore, type Student } from './students.store.ts';

/** How many students a studio can have, those archived counted. */
const MOST_STUDENTS = 2000;

/** The roster of a studio. */
@Injectable()
export class StudentsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly students: StudentsStore,
  ) {}

  /** Everybody on the roster, as JSON text. */
  list(principal: Principal): Promise<string> {
    return this.students.list(this.studios.scopeFor(principal));
  }

  async get(principal: Principal, id: string): Promise<Student> {
    return assertFound(await this.students.find(this.studios.scopeFor(principal), parseId(id)));
  }

  async add(principal: Principal, { name, about }: SaveStudentRequest): Promise<Student> {
    const scope = this.studios.scopeFor(principal);
    return scope.alone('students', async (inside) => {
      if ((await this.students.count(inside)) >= MOST_STUDENTS) throw createQuotaError(MOST_STUDENTS, 'students');
      const [kept] = await this.students.insert(inside, [{ name, about }]);
      return kept as Student;
    });
  }

  async change(
    principal: Principal,
    id: string,
    { name, about, version, archived = false }: SaveStudentRequest,
  ): Promise<Student> {
    if (version === undefined)
      throw new ProblemError(createProblem('request-wrong', { problem: message('request.version-missing') }));
    const scope = this.studios.scopeFor(principal);
    const changed = await this.students.update(scope, { id: parseId(id), version }, { name, about, archived });
    if (changed) return changed;
    const current = assertFound(await this.students.find(scope, id));
    throw new ErrorWithPayload(createProblem('version-conflict'), { current });
  }

  /** Removes a student with everything that is theirs: hand, what was set, what happened, links. */
  async remove(principal: Principal, id: string): Promise<void> {
    if (!(await this.students.delete(this.studios.scopeFor(principal), parseId(id)))) throw createNotFoundError();
  }
}
