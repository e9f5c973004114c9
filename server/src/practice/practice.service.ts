import { Injectable } from '@nestjs/common';
import {
  WrenError,
  problem,
  readEvent,
  readPattern,
  valueOrThrow,
  type HeardAbility,
  type LadderPlan,
  type PracticeEvent,
  type Progress,
} from '@fleet-wren/core';
import type { LinkHolder, Principal } from '../auth/principal.ts';
import { ErrorWithState } from '../common/errors.filter.ts';
import { UUID, checkedId, notFound, orNotFound } from '../common/ids.ts';
import { quotaReached } from '../common/quota.ts';
import { hashOf, newToken } from '../common/tokens.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { StudentsStore, type Student } from '../students/students.store.ts';
import { FoldPool } from './fold-pool.ts';
import { LinksStore, type LinkOwner, type PracticeLink } from './links.store.ts';
import { EVENTS, type AssignmentChange, type AssignmentForm, type EventsForm } from './practice.schema.ts';
import { PracticeStore, type Assignment, type AssignmentLine, type KeptEvent } from './practice.store.ts';
import { standingOf } from './standing.ts';

/** Bits of chance in a link's token, what a student may have of each, and events that are shown and heard. */
const LIMITS = { tokenBytes: 16, assignments: 200, shown: 300, heard: 20_000, notes: 10_000, links: 100 } as const;

/** An event as it can be kept: told again, it is known by its name. */
const named = (event: PracticeEvent): PracticeEvent => {
  if (!UUID.test(event.id)) throw new WrenError(problem('event-wrong', { problem: 'its name is not one of a kind' }));
  return event;
};

/** The holder of a link to one student’s room. */
type RoomHolder = LinkHolder & { readonly scope: { readonly student: string } };

const holderFor = ({ studioId, studentId }: LinkOwner): RoomHolder => ({
  kind: 'link',
  studioId,
  scope: { documents: [], student: studentId },
});

/** What students practise, what happened, and the links to their rooms. */
@Injectable()
export class PracticeService {
  constructor(
    private readonly studios: StudioDb,
    private readonly practice: PracticeStore,
    private readonly links: LinksStore,
    private readonly students: StudentsStore,
    private readonly folds: FoldPool,
  ) {}

  lines(principal: Principal): Promise<readonly AssignmentLine[]> {
    return this.practice.lines(this.studios.for(principal));
  }

  async ofStudent(principal: Principal, studentId: string): Promise<readonly Assignment[]> {
    const scope = await this.scopeOf(principal, studentId);
    return this.practice.ofStudent(scope, studentId);
  }

  async set(principal: Principal, studentId: string, form: AssignmentForm): Promise<Assignment> {
    const scope = await this.scopeOf(principal, studentId);
    const pattern = valueOrThrow(readPattern(form.pattern));
    const all = await this.practice.ofStudent(scope, studentId);
    if (all.length >= LIMITS.assignments) throw quotaReached(LIMITS.assignments, 'things set for this student');
    const standing = standingOf(form.plan, [], Date.now());
    const sourceId = form.sourceId !== undefined && UUID.test(form.sourceId) ? form.sourceId : undefined;
    return this.practice.insert(scope, studentId, { ...form, pattern, sourceId }, { standing, place: all.length });
  }

  async change(principal: Principal, id: string, { version, plan, ...change }: AssignmentChange): Promise<Assignment> {
    const scope = this.studios.for(principal);
    const at = { id: checkedId(id), version };
    const changed = plan
      ? await this.arrange(scope, at, { ...change, plan })
      : await this.practice.change(scope, at, change);
    if (changed) return changed;
    const current = orNotFound(await this.practice.find(scope, id));
    throw new ErrorWithState(problem('version-conflict'), { current });
  }

  /** Another plan: what happened counts by it from now on, and nothing is added meanwhile. */
  private arrange(
    scope: StudioScope,
    at: { readonly id: string; readonly version: number },
    change: Omit<AssignmentChange, 'version'> & { readonly plan: LadderPlan },
  ): Promise<Assignment | undefined> {
    return scope.transaction(async (inside) => {
      const [held] = await this.practice.held(inside, [at.id]);
      if (!held) return undefined;
      const log = await this.practice.logOf(inside, at.id);
      const { standing } = await this.folds.fold({ plan: change.plan, log, now: Date.now() });
      return this.practice.change(inside, at, { ...change, standing });
    });
  }

  /** What practice says of a student’s hand, constraint by constraint. */
  async ability(principal: Principal, studentId: string): Promise<readonly HeardAbility[]> {
    const scope = await this.scopeOf(principal, studentId);
    const all = await this.practice.plansOf(scope, studentId);
    const attempts = await this.practice.attemptsOf(scope, studentId, LIMITS.heard);
    const plans = Object.fromEntries(all.map(({ id, plan }) => [id, plan]));
    return this.folds.hearHand({ plans, attempts, now: Date.now() });
  }

  async drop(principal: Principal, id: string): Promise<void> {
    if (!(await this.practice.delete(this.studios.for(principal), checkedId(id)))) throw notFound();
  }

  async log(principal: Principal, studentId: string): Promise<readonly KeptEvent[]> {
    const scope = await this.scopeOf(principal, studentId);
    return this.practice.latest(scope, studentId, LIMITS.shown);
  }

  /** How an assignment stands, day by day. */
  async progress(principal: Principal, id: string): Promise<Progress> {
    const scope = this.studios.for(principal);
    const { plan } = orNotFound(await this.practice.find(scope, checkedId(id)));
    const log = await this.practice.logOf(scope, id);
    return (await this.folds.fold({ plan, log, now: Date.now() })).progress;
  }

  /** Takes down what happened; what was told before changes nothing, and what cannot be is refused as a whole. */
  async add(principal: Principal, studentId: string, { events }: EventsForm): Promise<readonly Assignment[]> {
    const scope = await this.scopeOf(principal, studentId);
    const now = Date.now();
    const kept = events.map(({ assignment, event }): KeptEvent => ({
      assignment: assignment === null ? null : checkedId(assignment),
      event: named(valueOrThrow(readEvent(event, now))),
    }));
    const touched = [...new Set(kept.flatMap(({ assignment }) => assignment ?? []))];
    if (kept.some(({ assignment }) => assignment === null)) await this.refuseMoreNotes(scope, studentId);
    return scope.transaction(async (inside) => {
      const all = await this.practice.held(inside, touched);
      if (all.length < touched.length || all.some((one) => one.studentId !== studentId)) throw notFound();
      for (const { id } of all) await this.refuseBeyond(inside, id);
      await this.practice.addEvents(inside, studentId, kept);
      const changed: Assignment[] = [];
      for (const one of all) changed.push(await this.refreshed(inside, one, now));
      return changed;
    });
  }

  private async refuseMoreNotes(scope: StudioScope, studentId: string): Promise<void> {
    if ((await this.practice.countNotes(scope, studentId)) >= LIMITS.notes)
      throw quotaReached(LIMITS.notes, 'notes of this student');
  }

  private async refuseBeyond(scope: StudioScope, assignmentId: string): Promise<void> {
    if ((await this.practice.countEvents(scope, assignmentId)) >= EVENTS.kept)
      throw quotaReached(EVENTS.kept, 'events of this assignment');
  }

  private async refreshed(scope: StudioScope, assignment: Assignment, now: number): Promise<Assignment> {
    const log = await this.practice.logOf(scope, assignment.id);
    const { standing } = await this.folds.fold({ plan: assignment.plan, log, now });
    await this.practice.setStanding(scope, assignment.id, standing);
    return { ...assignment, standing };
  }

  async linksOf(principal: Principal, studentId: string): Promise<readonly PracticeLink[]> {
    return this.links.ofStudent(await this.scopeOf(principal, studentId), studentId);
  }

  /** Makes a link; its token is told this once. */
  async makeLink(
    principal: Principal,
    studentId: string,
    days: number,
  ): Promise<PracticeLink & { readonly token: string }> {
    const scope = await this.scopeOf(principal, studentId);
    if ((await this.links.ofStudent(scope, studentId)).length >= LIMITS.links)
      throw quotaReached(LIMITS.links, 'links of this student');
    const token = newToken(LIMITS.tokenBytes);
    const link = await this.links.insert(scope, { studentId, tokenHash: hashOf(token), days });
    return { ...link, token };
  }

  async revokeLink(principal: Principal, id: string): Promise<void> {
    if (!(await this.links.revoke(this.studios.for(principal), checkedId(id)))) throw notFound();
  }

  /** Whoever holds a link’s token; a link that ended, was revoked or never was gets the same answer. */
  async holderOf(token: string): Promise<RoomHolder> {
    return holderFor(await this.ownerBehind(token));
  }

  private async ownerBehind(token: string): Promise<LinkOwner> {
    const owner = /^[\w-]{20,40}$/.test(token) ? await this.links.ownerOf(hashOf(token)) : undefined;
    if (!owner) throw new WrenError(problem('link-ended'));
    return owner;
  }

  /**
   * The practice room behind a token, as JSON text: the first name alone, since a link never shows more of anybody, and
   * what is set with its log. The logs are passed on as they come from the database.
   */
  async room(token: string): Promise<string> {
    const owner = await this.ownerBehind(token);
    await this.links.countOpened(owner);
    const scope = this.studios.for(holderFor(owner));
    const student: Student = orNotFound(await this.students.find(scope, owner.studentId));
    const all = await this.practice.ofStudent(scope, student.id);
    const items: string[] = [];
    for (const { id, name, pattern, target, way, plan, standing, endedAt } of all) {
      if (endedAt !== null) continue;
      const item = JSON.stringify({ id, name, pattern, target, way, plan, standing });
      items.push(`${item.slice(0, -1)},"events":${await this.practice.logOf(scope, id)}}`);
    }
    const name = JSON.stringify(student.name.split(/\s+/)[0] ?? '');
    return `{"name":${name},"assignments":[${items.join(',')}]}`;
  }

  private async scopeOf(principal: Principal, studentId: string): Promise<StudioScope> {
    const scope = this.studios.for(principal);
    orNotFound(await this.students.find(scope, checkedId(studentId)));
    return scope;
  }
}
