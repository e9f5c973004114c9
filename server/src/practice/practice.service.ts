import type { CreateAssignmentRequest, PracticeSkillsResponse, UpdateAssignmentRequest } from '@fleet-wren/contract';
import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { Semaphore } from 'async-mutex';
import {
  correctClock,
  MILLISECONDS_PER_DAY,
  type AttemptSummary,
  type ConstraintEstimate,
  type LadderPlan,
  message,
  EMPTY_PRACTICE_SNAPSHOT,
  createProblem,
  type PracticeProgress,
  parsePracticeEvent,
  parsePattern,
  type ProgressSummary,
  valueOrThrow,
  ProblemError,
  zoneOffset,
} from '@fleet-wren/core';
import type { PracticeLinkHolder, Principal } from '../auth/principal.ts';
import { Coalesced } from '../common/coalesced.ts';
import { ErrorWithPayload } from '../common/errors.filter.ts';
import { UUID_PATTERN, parseId, createNotFoundError, assertFound } from '../common/ids.ts';
import { createQuotaError } from '../common/quota.ts';
import { hashToken, generateToken } from '../common/tokens.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { findTimeZone } from '../settings/time-zone.store.ts';
import { StudentsStore, type Student } from '../students/students.store.ts';
import type { ReplayResult } from './replay-log.ts';
import { ReplayPool } from './replay.pool.ts';
import { findEventProblems, refuseEvent, type RefusedEvent } from './event-rules.ts';
import { PracticeLinksStore, type PracticeLinkOwner, type PracticeLink } from './practice-links.store.ts';
import { EVENT_BATCH_LIMITS, type RecordEventsRequest } from './practice.schema.ts';
import {
  PracticeStore,
  type Added,
  type AddedEvent,
  type Assignment,
  type StoredPracticeEvent,
  type Unfolded,
} from './practice.store.ts';
import { summariseProgress } from './progress-summary.ts';

/** Bits of chance in a link's token, what a student may have of each, and events that are shown and heard. */
const LIMITS = { tokenBytes: 16, assignments: 200, shown: 300, heard: 20_000, notes: 10_000, links: 100 } as const;

/** How an assignment stands. */
type Stands = contract.AssignmentStanding;

/** What became of what a room told: each event by its name. */
export type RoomAnswer = contract.EventReceipt;

const FOLDS_AT_ONCE = 3;

/** How often a log is gone through where others add to it meanwhile: whoever adds goes through it too. */
const MOST_TRIES = 5;

/** The holder of a link to one student’s room. */
type RoomHolder = PracticeLinkHolder & { readonly scope: { readonly student: string } };

const holderFor = ({ studioId, studentId }: PracticeLinkOwner): RoomHolder => ({
  kind: 'link',
  studioId,
  scope: { documents: [], student: studentId },
});

/** What students practise, what happened, and the links to their rooms. */
@Injectable()
export class PracticeService {
  private readonly refreshing = new Coalesced<ProgressSummary | undefined>();
  /** Logs that are gone through at once: the database's other connections are kept for short questions. */
  private readonly folding = new Semaphore(FOLDS_AT_ONCE);

  constructor(
    private readonly studios: StudioDb,
    private readonly practice: PracticeStore,
    private readonly links: PracticeLinksStore,
    private readonly students: StudentsStore,
    private readonly folds: ReplayPool,
  ) {}

  /** What is set in the studio, as JSON text. */
  listAll(principal: Principal): Promise<string> {
    return this.practice.lines(this.studios.scopeFor(principal));
  }

  /** What is set for a student, as JSON text. */
  async ofStudent(principal: Principal, studentId: string): Promise<string> {
    const scope = await this.scopeOf(principal, studentId);
    return this.practice.ofStudent(scope, studentId);
  }

  async createAssignment(principal: Principal, studentId: string, form: CreateAssignmentRequest): Promise<Assignment> {
    const scope = await this.scopeOf(principal, studentId);
    const pattern = valueOrThrow(parsePattern(form.pattern));
    const standing = summariseProgress(form.plan, EMPTY_PRACTICE_SNAPSHOT);
    const sourceId = form.sourceId !== undefined && UUID_PATTERN.test(form.sourceId) ? form.sourceId : undefined;
    return scope.alone(`assignments of ${studentId}`, async (inside) => {
      const place = await this.practice.count(inside, studentId);
      if (place >= LIMITS.assignments) throw createQuotaError(LIMITS.assignments, 'assignments');
      return this.practice.insert(inside, studentId, { ...form, pattern, sourceId }, { standing, place });
    });
  }

  async updateAssignment(
    principal: Principal,
    id: string,
    { version, plan, ...change }: UpdateAssignmentRequest,
  ): Promise<Assignment> {
    const scope = this.studios.scopeFor(principal);
    const at = { id: parseId(id), version };
    const arranged = plan && (await this.arranged(scope, id, plan));
    const changed = await this.practice.change(scope, at, { ...change, arranged });
    if (changed && arranged) return { ...changed, standing: (await this.refreshed(scope, id)) ?? changed.standing };
    if (changed) return changed;
    const current = assertFound(await this.practice.find(scope, id));
    throw new ErrorWithPayload(createProblem('version-conflict'), { current });
  }

  /** Another plan, and how what happened until now counts by it. */
  private async arranged(scope: StudioScope, id: string, plan: LadderPlan) {
    const { log, events } = assertFound(await this.practice.unfolded(scope, id, true));
    const folded = await this.folds.fold({ plan, from: null, log });
    return { plan, standing: (folded as ReplayResult).standing, folded: events };
  }

  /**
   * What practice says of a student’s hand, constraint by constraint, as JSON text: as it was worked out last where
   * nothing was added, arranged or dropped since, on the same day.
   */
  async ability(principal: Principal, studentId: string): Promise<string> {
    const scope = this.studios.scopeFor(principal);
    const now = Date.now();
    const kept = assertFound(await this.practice.ability(scope, parseId(studentId)));
    const state = `${kept.log} ${Math.floor(now / MILLISECONDS_PER_DAY)}`;
    if (kept.ability !== null && kept.state === state) return kept.ability;
    const ability = JSON.stringify(await this.folding.runExclusive(() => this.heard(scope, studentId, now)));
    await this.practice.keepAbility(scope, studentId, ability, state);
    return ability;
  }

  private async heard(scope: StudioScope, studentId: string, now: number): Promise<readonly ConstraintEstimate[]> {
    const all = await this.practice.plansOf(scope, studentId);
    const attempts = await this.practice.attemptsOf(scope, studentId, LIMITS.heard);
    const plans = Object.fromEntries(all.map(({ id, plan }) => [id, plan]));
    return this.folds.hearHand({ plans, attempts, now });
  }

  /** A student’s passes, counted by assignment, stage, day and tempo. */
  async attempts(principal: Principal, studentId: string): Promise<readonly AttemptSummary[]> {
    const scope = await this.scopeOf(principal, studentId);
    const counted = await this.practice.attemptsOf(scope, studentId, LIMITS.heard);
    return this.folding.runExclusive(() => this.folds.countAttempts({ counted }));
  }

  async deleteAssignment(principal: Principal, id: string): Promise<void> {
    if (!(await this.practice.delete(this.studios.scopeFor(principal), parseId(id)))) throw createNotFoundError();
  }

  async log(principal: Principal, studentId: string): Promise<readonly StoredPracticeEvent[]> {
    const scope = await this.scopeOf(principal, studentId);
    return this.practice.latest(scope, studentId, LIMITS.shown);
  }

  /** How an assignment stands, day by day. */
  async progress(principal: Principal, id: string): Promise<PracticeProgress> {
    const scope = this.studios.scopeFor(principal);
    const unfolded = assertFound(await this.practice.unfolded(scope, parseId(id)));
    return (await this.foldedFrom(scope, id, unfolded)).progress;
  }

  /**
   * Takes down what happened in a lesson; what was told before changes nothing, and what cannot be is refused as a
   * whole. Answers how the assignments stand by it.
   */
  async tell(principal: Principal, studentId: string, form: RecordEventsRequest): Promise<readonly Stands[]> {
    const scope = this.studios.scopeFor(principal);
    const { good, refused } = this.read(form, 'teacher');
    if (refused.length > 0) throw new ProblemError(...refused.flatMap(({ problems }) => problems));
    const ids = form.events.flatMap(({ assignment }) => (assignment === null ? [] : parseId(assignment)));
    // Whose assignments they are, the adding itself looks at.
    if (ids.length < good.length || good.length === 0) await this.scopeOf(principal, studentId);
    const { assignments } = await this.append(scope, parseId(studentId), good, { strict: true });
    if (assignments.length < new Set(ids).size) throw createNotFoundError();
    return this.stand(scope, assignments);
  }

  /**
   * Takes down what a room tells, each event for itself: every one of them is named in the answer, as kept or with why
   * it is not, so that the room lets go of none that has not arrived.
   */
  async tellFromRoom(holder: RoomHolder, form: RecordEventsRequest): Promise<RoomAnswer> {
    const { student } = holder.scope;
    const scope = this.studios.scopeFor(holder);
    const { good, refused } = this.read(form, 'student');
    const foreign = await this.takingBackOthers(scope, student, good);
    const own = good.filter((one) => !foreign.includes(one));
    const added = await this.append(scope, student, own);
    const kept = new Set(added.ids);
    const full = own.filter(({ event }) => !kept.has(event.id));
    return {
      accepted: own.flatMap(({ event }) => (kept.has(event.id) ? event.id : [])),
      refused: [
        ...refused,
        ...foreign.map(({ event }) =>
          refuseEvent(event.id, createProblem('event-wrong', { problem: message('request.teachers-anothers') })),
        ),
        ...full.map(({ event }) =>
          refuseEvent(event.id, ...createQuotaError(EVENT_BATCH_LIMITS.kept, 'events').problems),
        ),
      ],
      assignments: await this.stand(scope, added.assignments),
    };
  }

  /** The events of a request by this clock; and those that cannot be, with why. */
  private read({ events, sentAt }: RecordEventsRequest, toldBy: AddedEvent['toldBy']) {
    const now = Date.now();
    const good: AddedEvent[] = [];
    const refused: RefusedEvent[] = [];
    for (const { assignment, event: told } of events) {
      const read = parsePracticeEvent(told);
      const problems = read.ok ? findEventProblems(read.value, toldBy) : read.problems;
      if (!read.ok || problems.length > 0) {
        refused.push({ id: String((told as { readonly id?: unknown } | null)?.id), problems });
        continue;
      }
      const { event, told: toldAt } = correctClock(read.value, { sentAt, now });
      good.push({
        assignment: assignment !== null && UUID_PATTERN.test(assignment) ? assignment : null,
        event,
        toldAt,
        toldBy,
      });
    }
    return { good, refused };
  }

  /** Events that take back what the student did not count: only their own count can be taken back from a room. */
  private async takingBackOthers(scope: StudioScope, studentId: string, events: readonly AddedEvent[]) {
    const here = new Set(events.map(({ event }) => event.id));
    const back = events.filter(({ event }) => event.kind === 'undone' && event.of && !here.has(event.of));
    const named = back.flatMap(({ event }) => (event.of && UUID_PATTERN.test(event.of) ? event.of : []));
    if (back.length === 0) return [];
    const own = await this.practice.ownAttempts(scope, studentId, named);
    return back.filter(({ event }) => !own.has(event.of ?? ''));
  }

  private async append(
    scope: StudioScope,
    studentId: string,
    events: readonly AddedEvent[],
    how: { readonly strict?: boolean } = {},
  ): Promise<Added> {
    // Told again by a clock that is set by now, an event has another time: it is known by its name.
    const moved = events.filter(({ toldAt }) => toldAt !== null).map(({ event }) => event.id);
    const known = moved.length > 0 ? await this.practice.known(scope, studentId, moved) : new Set();
    const fresh = events.filter(({ event }) => !known.has(event.id));
    const added = await this.appendWithin(scope, studentId, await this.withOffsets(scope, fresh), how);
    const again = events.filter(({ event }) => known.has(event.id));
    const assignments = [...added.assignments, ...again.flatMap(({ assignment }) => assignment ?? [])];
    return {
      ids: [...added.ids, ...again.map(({ event }) => event.id)],
      assignments: [...new Set(assignments)],
    };
  }

  /** Events with the day they have in the studio’s time zone; where it has set none, in that of the device. */
  private async withOffsets(scope: StudioScope, events: readonly AddedEvent[]): Promise<readonly AddedEvent[]> {
    const { studioId } = scope.principal;
    const zone = await findTimeZone(this.studios.scopeFor({ kind: 'house', studioId }));
    if (zone === undefined) return events;
    return events.map(({ event, ...rest }) => ({ ...rest, event: { ...event, offset: zoneOffset(zone, event.at) } }));
  }

  private async appendWithin(
    scope: StudioScope,
    studentId: string,
    events: readonly AddedEvent[],
    how: { readonly strict?: boolean },
  ): Promise<Added> {
    if (events.length === 0) return { ids: [], assignments: [] };
    if (events.every(({ assignment }) => assignment !== null))
      return this.practice.append(scope, studentId, events, how);
    return scope.alone(`notes of ${studentId}`, async (inside) => {
      if ((await this.practice.countNotes(inside, studentId)) >= LIMITS.notes)
        throw createQuotaError(LIMITS.notes, 'notes');
      return this.practice.append(inside, studentId, events, how);
    });
  }

  private async stand(scope: StudioScope, ids: readonly string[]): Promise<readonly Stands[]> {
    const all = await Promise.all(ids.map(async (id) => ({ id, standing: await this.refreshed(scope, id) })));
    return all.flatMap(({ id, standing }) => (standing ? { id, standing } : []));
  }

  /** How an assignment stands, brought up to date; those who ask at once for the same one share the work. */
  private refreshed(scope: StudioScope, id: string): Promise<ProgressSummary | undefined> {
    const key = `${scope.principal.studioId} ${id}`;
    return this.refreshing.run(key, () => this.folding.runExclusive(() => this.refresh(scope, id)));
  }

  private async refresh(scope: StudioScope, id: string): Promise<ProgressSummary | undefined> {
    let latest: ProgressSummary | undefined;
    for (let tries = 0; tries < MOST_TRIES; tries += 1) {
      const unfolded = await this.practice.unfolded(scope, id);
      if (!unfolded) return undefined;
      latest = unfolded.standing;
      if (unfolded.folded >= unfolded.events) break;
      const folded = await this.foldedFrom(scope, id, unfolded);
      latest = folded.standing;
      if (await this.practice.keepFolded(scope, id, unfolded, folded)) break;
    }
    return latest;
  }

  /**
   * What a log comes to from its snapshot; from its beginning where it takes back something the snapshot has counted.
   */
  private async foldedFrom(scope: StudioScope, id: string, { plan, from, log }: Unfolded): Promise<ReplayResult> {
    const folded = await this.folds.fold({ plan, from, log });
    if (folded) return folded;
    const whole = assertFound(await this.practice.unfolded(scope, id, true));
    return (await this.folds.fold({ plan: whole.plan, from: null, log: whole.log })) as ReplayResult;
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
    const token = generateToken(LIMITS.tokenBytes);
    return scope.alone(`links of ${studentId}`, async (inside) => {
      if ((await this.links.ofStudent(inside, studentId)).length >= LIMITS.links)
        throw createQuotaError(LIMITS.links, 'links');
      return { ...(await this.links.insert(inside, { studentId, tokenHash: hashToken(token), days })), token };
    });
  }

  async revokeLink(principal: Principal, id: string): Promise<void> {
    if (!(await this.links.revoke(this.studios.scopeFor(principal), parseId(id)))) throw createNotFoundError();
  }

  /** Whoever holds a link’s token; a link that ended, was revoked or never was gets the same answer. */
  async resolveLink(token: string): Promise<RoomHolder> {
    return holderFor(await this.ownerBehind(token));
  }

  private async ownerBehind(token: string): Promise<PracticeLinkOwner> {
    const owner = /^[\w-]{20,40}$/.test(token) ? await this.links.ownerOf(hashToken(token)) : undefined;
    if (!owner) throw new ProblemError(createProblem('link-ended'));
    return owner;
  }

  /**
   * The practice room behind a token, as JSON text: the first name alone, since a link never shows more of anybody, and
   * what is set with what its log had come to and the events since. What the room knows as it is (`known`: names with
   * their states) is named, and no more. All of it is passed on as it comes from the database.
   */
  async room(token: string, known: readonly string[]): Promise<string> {
    const owner = await this.ownerBehind(token);
    await this.links.countOpened(owner);
    const scope = this.studios.scopeFor(holderFor(owner));
    const student: Student = assertFound(await this.students.find(scope, owner.studentId));
    for (const id of await this.practice.unfoldedOf(scope, student.id)) await this.refreshed(scope, id);
    const items = await this.practice.roomItems(scope, student.id, known);
    const head = { room: student.id, name: student.name.split(/\s+/)[0] ?? '' };
    return `${JSON.stringify(head).slice(0, -1)},"assignments":[${items.join(',')}]}`;
  }

  /** What the skills of the student behind a token are told by. */
  async roomSkills(token: string): Promise<PracticeSkillsResponse> {
    const holder = await this.resolveLink(token);
    const { student } = holder.scope;
    const scope = this.studios.scopeFor(holder);
    const { about }: Student = assertFound(await this.students.find(scope, student));
    const practised = await this.practice.practisedBy(scope, student);
    const attempts = await this.attempts(holder, student);
    return { practised, attempts, known: about.knownSkills ?? [] };
  }

  private async scopeOf(principal: Principal, studentId: string): Promise<StudioScope> {
    const scope = this.studios.scopeFor(principal);
    assertFound(await this.students.find(scope, parseId(studentId)));
    return scope;
  }
}
