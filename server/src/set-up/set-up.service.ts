import { Injectable } from '@nestjs/common';
import {
  createHandProfile,
  buildCustomSchool,
  message,
  createProblem,
  valueOrThrow,
  ProblemError,
} from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { ErrorWithState } from '../common/errors.filter.ts';
import { checkedId, notFound, orNotFound } from '../common/ids.ts';
import { isUniqueViolation } from '../db/errors.ts';
import { quotaReached } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type KeptDocument, type Writing } from '../documents/documents.store.ts';
import type { Kind, Kinds } from '../documents/kinds.ts';
import { StudentsStore } from '../students/students.store.ts';
import { OutdatedStore } from '../summaries/outdated.store.ts';
import { SummariesService } from '../summaries/summaries.service.ts';
import type { KeptEstimates, KeptSettings, NewHand, SchoolForm } from './set-up.schema.ts';

/** How many hands and schools of its own a studio can hold. */
const QUOTA = { hand: 2000, school: 200 } as const;

/** The estimates of a studio that has set none. */
const AS_SHIPPED: KeptEstimates = { estimates: {}, version: 0 };

const estimatesOf = (kept: KeptDocument<'estimates'> | undefined): KeptEstimates =>
  kept ? { estimates: kept.document, version: kept.version } : AS_SHIPPED;

const settingsOf = (kept: KeptDocument<'settings'> | undefined): KeptSettings =>
  kept ? { settings: kept.document, version: kept.version } : { settings: {}, version: 0 };

/** A studio's hands, schools, estimates and settings. */
@Injectable()
export class SetUpService {
  constructor(
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly students: StudentsStore,
    private readonly outdated: OutdatedStore,
    private readonly summaries: SummariesService,
  ) {}

  listHands(principal: Principal): Promise<readonly KeptDocument<'hand'>[]> {
    return this.documents.list(this.studios.for(principal), 'hand');
  }

  async keepHand(principal: Principal, { name, studentId, scale, times }: NewHand): Promise<KeptDocument<'hand'>> {
    valueOrThrow(createHandProfile({ key: 'new', name, scale, times }));
    const scope = this.studios.for(principal);
    if (studentId !== undefined) orNotFound(await this.students.find(scope, checkedId(studentId)));
    const writing = { name, document: { scale, times }, beside: { student_id: studentId ?? null } };
    return this.keep(scope, 'hand', writing);
  }

  dropHand(principal: Principal, id: string): Promise<void> {
    return this.drop(principal, 'hand', id);
  }

  listSchools(principal: Principal): Promise<readonly KeptDocument<'school'>[]> {
    return this.documents.list(this.studios.for(principal), 'school');
  }

  async keepSchool(
    principal: Principal,
    { name, version: _version, ...document }: SchoolForm,
  ): Promise<KeptDocument<'school'>> {
    valueOrThrow(buildCustomSchool({ id: 'new', name, ...document }));
    return this.keep(this.studios.for(principal), 'school', { name, document });
  }

  async changeSchool(
    principal: Principal,
    id: string,
    { name, version, ...document }: SchoolForm,
  ): Promise<KeptDocument<'school'>> {
    valueOrThrow(buildCustomSchool({ id, name, ...document }));
    if (version === undefined)
      throw new ProblemError(createProblem('request-wrong', { problem: message('request.version-missing') }));
    const scope = this.studios.for(principal);
    const at = { id: checkedId(id), version };
    const changed = await this.documents.update(scope, 'school', at, { name, document });
    if (changed) return changed;
    const current = orNotFound(await this.documents.find(scope, 'school', id));
    throw new ErrorWithState(createProblem('version-conflict'), { current });
  }

  dropSchool(principal: Principal, id: string): Promise<void> {
    return this.drop(principal, 'school', id);
  }

  async estimates(principal: Principal): Promise<KeptEstimates> {
    const [kept] = await this.documents.list(this.studios.for(principal), 'estimates');
    return estimatesOf(kept);
  }

  /** Writes the studio's estimates on the version read (0 where there were none); the list is judged anew by them. */
  async setEstimates(principal: Principal, { estimates, version }: KeptEstimates): Promise<KeptEstimates> {
    valueOrThrow(createHandProfile({ key: 'new', name: 'new', times: estimates }));
    const scope = this.studios.for(principal);
    const written = await this.writeOnly(principal, 'estimates', estimates, version);
    if (!written)
      throw new ErrorWithState(createProblem('version-conflict'), { current: await this.estimates(principal) });
    await this.outdated.markAll(scope);
    void this.summaries.refresh(principal.studioId);
    return estimatesOf(written);
  }

  async settings(principal: Principal): Promise<KeptSettings> {
    const [kept] = await this.documents.list(this.studios.for(principal), 'settings');
    return settingsOf(kept);
  }

  /** Writes the studio's settings on the version read (0 where there were none). */
  async setSettings(principal: Principal, { settings, version }: KeptSettings): Promise<KeptSettings> {
    const written = await this.writeOnly(principal, 'settings', settings, version);
    if (!written)
      throw new ErrorWithState(createProblem('version-conflict'), { current: await this.settings(principal) });
    return settingsOf(written);
  }

  /** Writes a document of which a studio has one, on the version read; nothing where that is not the latest. */
  private async writeOnly<K extends 'estimates' | 'settings'>(
    principal: Principal,
    kind: K,
    document: Kinds[K],
    version: number,
  ): Promise<KeptDocument<K> | undefined> {
    const scope = this.studios.for(principal);
    const [now] = await this.documents.list(scope, kind);
    if (now) return this.documents.update(scope, kind, { id: now.id, version }, { name: kind, document });
    if (version !== 0) return undefined;
    // Of two first writers one lands: there is one such document a studio.
    return this.documents.insert(scope, kind, [{ name: kind, document }]).then(
      ([kept]) => kept,
      (error: unknown) => {
        if (isUniqueViolation(error)) return undefined;
        throw error;
      },
    );
  }

  private async drop(principal: Principal, kind: Kind, id: string): Promise<void> {
    if (!(await this.documents.delete(this.studios.for(principal), kind, checkedId(id)))) throw notFound();
  }

  /** Keeps a new document within what a studio can hold of its kind. */
  private keep<K extends 'hand' | 'school'>(
    scope: StudioScope,
    kind: K,
    writing: Writing<K>,
  ): Promise<KeptDocument<K>> {
    return scope.alone(`${kind}s`, async (inside) => {
      if ((await this.documents.count(inside, kind)) >= QUOTA[kind]) throw quotaReached(QUOTA[kind], `${kind}s`);
      const [kept] = await this.documents.insert(inside, kind, [writing]);
      return kept as KeptDocument<K>;
    });
  }
}
