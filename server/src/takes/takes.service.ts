import type { CreateTakeRequest, SaveTakeAssessmentRequest } from '@fleet-wren/contract';
import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { message, type Message, createProblem, parsePattern, valueOrThrow, ProblemError } from '@fleet-wren/core';
import type { Row } from '../db/row.ts';
import type { Principal } from '../auth/principal.ts';
import { parseId, createNotFoundError, assertFound } from '../common/ids.ts';
import { createQuotaError } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { PracticeStore } from '../practice/practice.store.ts';
import { StudentsStore } from '../students/students.store.ts';
import { TAKE_LIMITS } from './takes.schema.ts';
import { TakesStore, type StoredTake, type TakeListItem } from './takes.store.ts';

/** A take whose sound is on its way: how large its parts are, and which have come. */
export type TakeUpload = Row<contract.TakeUpload>;

/** Some of a sound: where it is in the whole, and its bytes part by part. */
export interface AudioRange {
  readonly take: TakeListItem;
  readonly from: number;
  /** The last byte. */
  readonly to: number;
  readonly bytes: AsyncIterable<Buffer>;
}

const wrong = (why: Message): ProblemError => new ProblemError(createProblem('request-wrong', { problem: why }));

const soundFull = (): ProblemError => createQuotaError(TAKE_LIMITS.studio / 1e6, 'sound');

const partsOf = (bytes: number): number => Math.ceil(bytes / TAKE_LIMITS.part);

/** Earlier judgements that stay beside the latest. */
const EARLIER = 3;

/** What was said of a take until now; null where it was not judged. */
const saidOf = ({ engine, headline, judgement }: StoredTake): SaveTakeAssessmentRequest | null =>
  engine === null || headline === null || judgement === null ? null : { engine, headline, judgement };

/** Takes of students: kept with their sound, given back, judged again. */
@Injectable()
export class TakesService {
  constructor(
    private readonly studios: StudioDb,
    private readonly takes: TakesStore,
    private readonly students: StudentsStore,
    private readonly practice: PracticeStore,
  ) {}

  async ofStudent(principal: Principal, studentId: string): Promise<readonly TakeListItem[]> {
    const scope = await this.scopeOf(principal, studentId);
    return this.takes.ofStudent(scope, studentId);
  }

  async find(principal: Principal, id: string): Promise<StoredTake & Pick<TakeUpload, 'parts' | 'part'>> {
    const scope = this.studios.scopeFor(principal);
    const take = assertFound(await this.takes.find(scope, parseId(id)));
    return { ...take, part: TAKE_LIMITS.part, parts: await this.takes.parts(scope, id) };
  }

  /** Begins a take; its sound is to come. */
  async createUpload(principal: Principal, studentId: string, form: CreateTakeRequest): Promise<TakeUpload> {
    const scope = await this.scopeOf(principal, studentId);
    const pattern = valueOrThrow(parsePattern(form.pattern));
    const assignment = form.assignment === null ? null : parseId(form.assignment);
    if (assignment && (await this.practice.find(scope, assignment))?.studentId !== studentId)
      throw createNotFoundError();
    const by = principal.kind === 'link' ? 'student' : 'teacher';
    return scope.alone(`takes of ${studentId}`, async (inside) => {
      await this.takes.dropUnfinished(inside);
      if ((await this.takes.count(inside, studentId)) >= TAKE_LIMITS.student)
        throw createQuotaError(TAKE_LIMITS.student, 'takes');
      // What is only announced takes no room; what there is none for would be refused part by part.
      if ((await this.takes.bytesOf(inside)) + form.bytes > TAKE_LIMITS.studio) throw soundFull();
      const take = await this.takes.insert(inside, studentId, { ...form, pattern, assignment }, by);
      return { ...take, part: TAKE_LIMITS.part, parts: [] };
    });
  }

  /** Keeps a part of a take's sound; when all have come, the take is whole. */
  async uploadPart(principal: Principal, id: string, place: string, bytes: unknown): Promise<TakeUpload> {
    const scope = this.studios.scopeFor(principal);
    const take = assertFound(await this.takes.line(scope, parseId(id)));
    const count = partsOf(take.bytes);
    const number = /^\d{1,4}$/.test(place) ? Number(place) : count;
    if (number >= count) throw wrong(message('request.take-parts', { count }));
    const size = number === count - 1 ? take.bytes - number * TAKE_LIMITS.part : TAKE_LIMITS.part;
    if (!Buffer.isBuffer(bytes) || bytes.length !== size)
      throw wrong(message('request.part-bytes', { number, bytes: size }));
    await scope.transaction(async (inside) => {
      await this.takes.addPart(inside, take, number, bytes);
      // The database has counted the part by now, and holds the count until this is over: many at once are no way
      // round.
      if ((await this.takes.bytesOf(inside)) > TAKE_LIMITS.studio) throw soundFull();
    });
    const parts = await this.takes.parts(scope, id);
    if (parts.length === count) await this.takes.complete(scope, id);
    return { ...assertFound(await this.takes.line(scope, id)), part: TAKE_LIMITS.part, parts };
  }

  /** The sound of a take from a byte to another, read part by part as it is sent. */
  async sound(principal: Principal, id: string, from: number, to: number): Promise<AudioRange> {
    const scope = this.studios.scopeFor(principal);
    const take = assertFound(await this.takes.line(scope, parseId(id)));
    if (!take.completeAt) throw createNotFoundError();
    const last = Math.min(to, take.bytes - 1);
    return { take, from, to: last, bytes: this.read(scope, take, from, last) };
  }

  private async *read(scope: StudioScope, { id }: TakeListItem, from: number, to: number): AsyncGenerator<Buffer> {
    for (let number = Math.floor(from / TAKE_LIMITS.part); number * TAKE_LIMITS.part <= to; number += 1) {
      const begins = number * TAKE_LIMITS.part;
      const part = assertFound(await this.takes.part(scope, id, number));
      yield part.subarray(Math.max(0, from - begins), Math.min(part.length, to - begins + 1));
    }
  }

  /** Another judgement of a take; what an earlier engine said stays beside it. */
  async saveAssessment(principal: Principal, id: string, form: SaveTakeAssessmentRequest): Promise<StoredTake> {
    const scope = this.studios.scopeFor(principal);
    return scope.transaction(async (inside) => {
      const take = assertFound(await this.takes.find(inside, parseId(id)));
      const before = saidOf(take);
      const earlier = before && before.engine !== form.engine ? [before, ...take.earlier] : take.earlier;
      return assertFound(await this.takes.judge(inside, id, form, earlier.slice(0, EARLIER)));
    });
  }

  async delete(principal: Principal, id: string): Promise<void> {
    if (!(await this.takes.delete(this.studios.scopeFor(principal), parseId(id)))) throw createNotFoundError();
  }

  private async scopeOf(principal: Principal, studentId: string): Promise<StudioScope> {
    const scope = this.studios.scopeFor(principal);
    assertFound(await this.students.find(scope, parseId(studentId)));
    return scope;
  }
}
