import type {
  SaveHandProfileRequest,
  SaveSchoolRequest,
  VersionedEstimates,
  VersionedSettings,
} from '@fleet-wren/contract';
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
import { ErrorWithPayload } from '../common/errors.filter.ts';
import { parseId, createNotFoundError, assertFound } from '../common/ids.ts';
import { isUniqueViolation } from '../db/is-unique-violation.ts';
import { createQuotaError } from '../common/quota.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type StoredDocument, type DocumentWrite } from '../documents/documents.store.ts';
import type { DocumentTypeName, DocumentTypes } from '../documents/document-types.ts';
import { StudentsStore } from '../students/students.store.ts';
import { OutdatedSummariesStore } from '../summaries/outdated-summaries.store.ts';
import { SummariesService } from '../summaries/summaries.service.ts';

/** How many hands and schools of its own a studio can hold. */
const QUOTA = { hand: 2000, school: 200 } as const;

/** The estimates of a studio that has set none. */
const AS_SHIPPED: VersionedEstimates = { estimates: {}, version: 0 };

const estimatesOf = (kept: StoredDocument<'estimates'> | undefined): VersionedEstimates =>
  kept ? { estimates: kept.document, version: kept.version } : AS_SHIPPED;

const settingsOf = (kept: StoredDocument<'settings'> | undefined): VersionedSettings =>
  kept ? { settings: kept.document, version: kept.version } : { settings: {}, version: 0 };

/** A studio's hands, schools, estimates and settings. */
@Injectable()
export class SettingsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly students: StudentsStore,
    private readonly outdated: OutdatedSummariesStore,
    private readonly summaries: SummariesService,
  ) {}

  listHands(principal: Principal): Promise<readonly StoredDocument<'hand'>[]> {
    return this.documents.list(this.studios.scopeFor(principal), 'hand');
  }

  async createHandProfile(
    principal: Principal,
    { name, studentId, scale, times }: SaveHandProfileRequest,
  ): Promise<StoredDocument<'hand'>> {
    valueOrThrow(createHandProfile({ key: 'new', name, scale, times }));
    const scope = this.studios.scopeFor(principal);
    if (studentId !== undefined) assertFound(await this.students.find(scope, parseId(studentId)));
    const writing = { name, document: { scale, times }, indexColumns: { student_id: studentId ?? null } };
    return this.keep(scope, 'hand', writing);
  }

  deleteHandProfile(principal: Principal, id: string): Promise<void> {
    return this.drop(principal, 'hand', id);
  }

  listSchools(principal: Principal): Promise<readonly StoredDocument<'school'>[]> {
    return this.documents.list(this.studios.scopeFor(principal), 'school');
  }

  async createSchool(
    principal: Principal,
    { name, version: _version, ...document }: SaveSchoolRequest,
  ): Promise<StoredDocument<'school'>> {
    valueOrThrow(buildCustomSchool({ id: 'new', name, ...document }));
    return this.keep(this.studios.scopeFor(principal), 'school', { name, document });
  }

  async changeSchool(
    principal: Principal,
    id: string,
    { name, version, ...document }: SaveSchoolRequest,
  ): Promise<StoredDocument<'school'>> {
    valueOrThrow(buildCustomSchool({ id, name, ...document }));
    if (version === undefined)
      throw new ProblemError(createProblem('request-wrong', { problem: message('request.version-missing') }));
    const scope = this.studios.scopeFor(principal);
    const at = { id: parseId(id), version };
    const changed = await this.documents.update(scope, 'school', at, { name, document });
    if (changed) return changed;
    const current = assertFound(await this.documents.find(scope, 'school', id));
    throw new ErrorWithPayload(createProblem('version-conflict'), { current });
  }

  deleteSchool(principal: Principal, id: string): Promise<void> {
    return this.drop(principal, 'school', id);
  }

  async estimates(principal: Principal): Promise<VersionedEstimates> {
    const [kept] = await this.documents.list(this.studios.scopeFor(principal), 'estimates');
    return estimatesOf(kept);
  }

  /** Writes the studio's estimates on the version read (0 where there were none); the list is judged anew by them. */
  async setEstimates(principal: Principal, { estimates, version }: VersionedEstimates): Promise<VersionedEstimates> {
    valueOrThrow(createHandProfile({ key: 'new', name: 'new', times: estimates }));
    const scope = this.studios.scopeFor(principal);
    const written = await this.writeOnly(principal, 'estimates', estimates, version);
    if (!written)
      throw new ErrorWithPayload(createProblem('version-conflict'), { current: await this.estimates(principal) });
    await this.outdated.markAll(scope);
    void this.summaries.refresh(principal.studioId);
    return estimatesOf(written);
  }

  async settings(principal: Principal): Promise<VersionedSettings> {
    const [kept] = await this.documents.list(this.studios.scopeFor(principal), 'settings');
    return settingsOf(kept);
  }

  /** Writes the studio's settings on the version read (0 where there were none). */
  async setSettings(principal: Principal, { settings, version }: VersionedSettings): Promise<VersionedSettings> {
    const written = await this.writeOnly(principal, 'settings', settings, version);
    if (!written)
      throw new ErrorWithPayload(createProblem('version-conflict'), { current: await this.settings(principal) });
    return settingsOf(written);
  }

  /** Writes a document of which a studio has one, on the version read; nothing where that is not the latest. */
  private async writeOnly<K extends 'estimates' | 'settings'>(
    principal: Principal,
    kind: K,
    document: DocumentTypes[K],
    version: number,
  ): Promise<StoredDocument<K> | undefined> {
    const scope = this.studios.scopeFor(principal);
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

  private async drop(principal: Principal, kind: DocumentTypeName, id: string): Promise<void> {
    if (!(await this.documents.delete(this.studios.scopeFor(principal), kind, parseId(id))))
      throw createNotFoundError();
  }

  /** Keeps a new document within what a studio can hold of its kind. */
  private keep<K extends 'hand' | 'school'>(
    scope: StudioScope,
    kind: K,
    writing: DocumentWrite<K>,
  ): Promise<StoredDocument<K>> {
    return scope.alone(`${kind}s`, async (inside) => {
      if ((await this.documents.count(inside, kind)) >= QUOTA[kind]) throw createQuotaError(QUOTA[kind], `${kind}s`);
      const [kept] = await this.documents.insert(inside, kind, [writing]);
      return kept as StoredDocument<K>;
    });
  }
}
