import { Injectable } from '@nestjs/common';
import {
  PATTERN_LIMITS,
  WrenError,
  problem,
  readPattern,
  summaryOf,
  valueOrThrow,
  type Pattern,
} from '@fleet-wren/core';
import { ErrorWithState } from '../common/errors.filter.ts';
import { UUID, checkedId, notFound, orNotFound } from '../common/ids.ts';
import type { ChangedPattern, PatternQuery } from './patterns.schema.ts';
import { PatternsStore, type KeptPattern, type PageEnd, type PatternLine } from './patterns.store.ts';
import { VersionsStore, type KeptVersion, type VersionLine } from './versions.store.ts';

/** A page of the list, and where the next one begins. */
export interface PatternPage {
  readonly patterns: readonly PatternLine[];
  readonly next: string | null;
}

/** How long a deleted pattern can be brought back, in milliseconds. */
const KEPT_AFTER_DELETION = 30 * 24 * 3600 * 1000;

const writeEnd = ({ workedAt, id }: PatternLine): string =>
  Buffer.from(`${workedAt.toISOString()} ${id}`).toString('base64url');

const readEnd = (text: string | undefined): PageEnd | undefined => {
  if (text === undefined) return undefined;
  const [time, id] = Buffer.from(text, 'base64url').toString('utf8').split(' ');
  const workedAt = new Date(time ?? '');
  if (!id || !UUID.test(id) || Number.isNaN(workedAt.getTime()))
    throw new WrenError(problem('request-wrong', { problem: 'The list cannot go on from there; start it anew.' }));
  return { workedAt, id };
};

const copyName = (name: string): string => `${name.slice(0, PATTERN_LIMITS.name - 7)} (copy)`;

/** A studio's patterns. */
@Injectable()
export class PatternsService {
  constructor(
    private readonly store: PatternsStore,
    private readonly versions: VersionsStore,
  ) {}

  async list(studioId: string, { limit, after, ...filter }: PatternQuery): Promise<PatternPage> {
    const found = await this.store.list(studioId, { ...filter, limit: limit + 1, after: readEnd(after) });
    const patterns = found.slice(0, limit);
    const last = patterns[patterns.length - 1];
    return { patterns, next: found.length > limit && last ? writeEnd(last) : null };
  }

  async open(studioId: string, id: string): Promise<KeptPattern> {
    return orNotFound(await this.store.find(studioId, checkedId(id)));
  }

  async create(studioId: string, document: unknown): Promise<KeptPattern> {
    const pattern = valueOrThrow(readPattern(document));
    return this.keep(studioId, pattern);
  }

  /** Keeps several patterns, all or none. */
  async createMany(studioId: string, documents: readonly unknown[]): Promise<readonly KeptPattern[]> {
    const patterns = documents.map((document) => valueOrThrow(readPattern(document)));
    return this.store.insertMany(
      studioId,
      patterns.map((pattern) => ({ pattern, summary: summaryOf(pattern) })),
    );
  }

  tags(studioId: string): Promise<readonly { readonly tag: string; readonly count: number }[]> {
    return this.store.tags(studioId);
  }

  async listVersions(studioId: string, id: string): Promise<readonly VersionLine[]> {
    await this.open(studioId, id);
    return this.versions.list(studioId, id);
  }

  async openVersion(studioId: string, id: string, versionId: string): Promise<KeptVersion> {
    return orNotFound(await this.versions.find(studioId, checkedId(id), checkedId(versionId)));
  }

  async keepVersion(studioId: string, id: string, label: string): Promise<void> {
    await this.versions.keep(studioId, await this.open(studioId, id), label);
  }

  async change(studioId: string, id: string, { version, pattern: document }: ChangedPattern): Promise<KeptPattern> {
    const pattern = valueOrThrow(readPattern(document));
    const before = await this.store.find(studioId, checkedId(id));
    const changed = await this.store.update(studioId, id, version, pattern, summaryOf(pattern));
    if (changed && before) await this.versions.keepFromTimeToTime(studioId, before);
    if (changed) return changed;
    throw new ErrorWithState(problem('version-conflict'), { current: await this.open(studioId, id) });
  }

  async duplicate(studioId: string, id: string): Promise<KeptPattern> {
    const { pattern } = await this.open(studioId, id);
    return this.keep(studioId, { ...pattern, name: copyName(pattern.name) });
  }

  async delete(studioId: string, id: string): Promise<void> {
    if (!(await this.store.delete(studioId, checkedId(id)))) throw notFound();
    await this.store.purge(studioId, new Date(Date.now() - KEPT_AFTER_DELETION));
  }

  async restore(studioId: string, id: string): Promise<void> {
    if (!(await this.store.restore(studioId, checkedId(id)))) throw notFound();
  }

  private keep(studioId: string, pattern: Pattern): Promise<KeptPattern> {
    return this.store.insert(studioId, pattern, summaryOf(pattern));
  }
}
