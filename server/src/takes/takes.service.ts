import { Injectable } from '@nestjs/common';
import { message, type Message, createProblem, parsePattern, valueOrThrow, ProblemError } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { checkedId, notFound, orNotFound } from '../common/ids.ts';
import { quotaReached } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { PracticeStore } from '../practice/practice.store.ts';
import { StudentsStore } from '../students/students.store.ts';
import { TAKE_LIMITS, type JudgementForm, type TakeForm } from './takes.schema.ts';
import { TakesStore, type Take, type TakeLine } from './takes.store.ts';

/** A take whose sound is on its way: how large its parts are, and which have come. */
export interface Coming extends TakeLine {
  readonly part: number;
  readonly parts: readonly number[];
}

/** Some of a sound: where it is in the whole, and its bytes part by part. */
export interface Stretch {
  readonly take: TakeLine;
  readonly from: number;
  /** The last byte. */
  readonly to: number;
  readonly bytes: AsyncIterable<Buffer>;
}

const wrong = (why: Message): ProblemError => new ProblemError(createProblem('request-wrong', { problem: why }));

const soundFull = (): ProblemError => quotaReached(TAKE_LIMITS.studio / 1e6, 'sound');

const partsOf = (bytes: number): number => Math.ceil(bytes / TAKE_LIMITS.part);

/** Earlier judgements that stay beside the latest. */
const EARLIER = 3;

/** What was said of a take until now; null where it was not judged. */
const saidOf = ({ engine, headline, judgement }: Take): JudgementForm | null =>
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

  async ofStudent(principal: Principal, studentId: string): Promise<readonly TakeLine[]> {
    const scope = await this.scopeOf(principal, studentId);
    return this.takes.ofStudent(scope, studentId);
  }

  async find(principal: Principal, id: string): Promise<Take & Pick<Coming, 'parts' | 'part'>> {
    const scope = this.studios.for(principal);
    const take = orNotFound(await this.takes.find(scope, checkedId(id)));
    return { ...take, part: TAKE_LIMITS.part, parts: await this.takes.parts(scope, id) };
  }

  /** Begins a take; its sound is to come. */
  async begin(principal: Principal, studentId: string, form: TakeForm): Promise<Coming> {
    const scope = await this.scopeOf(principal, studentId);
    const pattern = valueOrThrow(parsePattern(form.pattern));
    const assignment = form.assignment === null ? null : checkedId(form.assignment);
    if (assignment && (await this.practice.find(scope, assignment))?.studentId !== studentId) throw notFound();
    const by = principal.kind === 'link' ? 'student' : 'teacher';
    return scope.alone(`takes of ${studentId}`, async (inside) => {
      await this.takes.dropUnfinished(inside);
      if ((await this.takes.count(inside, studentId)) >= TAKE_LIMITS.student)
        throw quotaReached(TAKE_LIMITS.student, 'takes');
      // What is only announced takes no room; what there is none for would be refused part by part.
      if ((await this.takes.bytesOf(inside)) + form.bytes > TAKE_LIMITS.studio) throw soundFull();
      const take = await this.takes.insert(inside, studentId, { ...form, pattern, assignment }, by);
      return { ...take, part: TAKE_LIMITS.part, parts: [] };
    });
  }

  /** Keeps a part of a take's sound; when all have come, the take is whole. */
  async addPart(principal: Principal, id: string, place: string, bytes: unknown): Promise<Coming> {
    const scope = this.studios.for(principal);
    const take = orNotFound(await this.takes.line(scope, checkedId(id)));
    const count = partsOf(take.bytes);
    const number = /^\d{1,4}$/.test(place) ? Number(place) : count;
    if (number >= count) throw wrong(message('request.take-parts', { count }));
    const size = number === count - 1 ? take.bytes - number * TAKE_LIMITS.part : TAKE_LIMITS.part;
    if (!Buffer.isBuffer(bytes) || bytes.length !== size)
      throw wrong(message('request.part-bytes', { number, bytes: size }));
    await scope.transaction(async (inside) => {
      await this.takes.addPart(inside, take, number, bytes);
      // The database has counted the part by now, and holds the count until this is over: many at once are no way round.
      if ((await this.takes.bytesOf(inside)) > TAKE_LIMITS.studio) throw soundFull();
    });
    const parts = await this.takes.parts(scope, id);
    if (parts.length === count) await this.takes.complete(scope, id);
    return { ...orNotFound(await this.takes.line(scope, id)), part: TAKE_LIMITS.part, parts };
  }

  /** The sound of a take from a byte to another, read part by part as it is sent. */
  async sound(principal: Principal, id: string, from: number, to: number): Promise<Stretch> {
    const scope = this.studios.for(principal);
    const take = orNotFound(await this.takes.line(scope, checkedId(id)));
    if (!take.completeAt) throw notFound();
    const last = Math.min(to, take.bytes - 1);
    return { take, from, to: last, bytes: this.read(scope, take, from, last) };
  }

  private async *read(scope: StudioScope, { id }: TakeLine, from: number, to: number): AsyncGenerator<Buffer> {
    for (let number = Math.floor(from / TAKE_LIMITS.part); number * TAKE_LIMITS.part <= to; number += 1) {
      const begins = number * TAKE_LIMITS.part;
      const part = orNotFound(await this.takes.part(scope, id, number));
      yield part.subarray(Math.max(0, from - begins), Math.min(part.length, to - begins + 1));
    }
  }

  /** Another judgement of a take; what an earlier engine said stays beside it. */
  async judge(principal: Principal, id: string, form: JudgementForm): Promise<Take> {
    const scope = this.studios.for(principal);
    return scope.transaction(async (inside) => {
      const take = orNotFound(await this.takes.find(inside, checkedId(id)));
      const before = saidOf(take);
      const earlier = before && before.engine !== form.engine ? [before, ...take.earlier] : take.earlier;
      return orNotFound(await this.takes.judge(inside, id, form, earlier.slice(0, EARLIER)));
    });
  }

  async drop(principal: Principal, id: string): Promise<void> {
    if (!(await this.takes.delete(this.studios.for(principal), checkedId(id)))) throw notFound();
  }

  private async scopeOf(principal: Principal, studentId: string): Promise<StudioScope> {
    const scope = this.studios.for(principal);
    orNotFound(await this.students.find(scope, checkedId(studentId)));
    return scope;
  }
}
