import { Injectable } from '@nestjs/common';
import { PATTERN_LIMITS, WrenError, problem, readPattern, valueOrThrow, type Pattern } from '@fleet-wren/core';
import { ErrorWithState } from '../common/errors.filter.ts';
import { UUID, checkedId, notFound, orNotFound } from '../common/ids.ts';
import type { ChangedPattern, PatternQuery } from './patterns.schema.ts';
import { PatternsStore, type KeptPattern, type PageEnd, type PatternLine } from './patterns.store.ts';
import { summaryOf } from './summary.ts';

/** A page of the list, and where the next one begins. */
export interface PatternPage {
  readonly patterns: readonly PatternLine[];
  readonly next: string | null;
}

/** How long a deleted pattern can be brought back, in milliseconds. */
const KEPT_AFTER_DELETION = 30 * 24 * 3600 * 1000;

const writeEnd = ({ workedAt, id }: PatternLine): string => Buffer.from(`${workedAt.toISOString()} ${id}`).toString('base64url');

const readEnd = (text: string | undefined): PageEnd | undefined => {
  if (text === undefined) return undefined;
  const [time, id] = Buffer.from(text, 'base64url').toString('utf8').split(' ');
  const workedAt = new Date(time ?? '');
  if (!id || !UUID.test(id) || Number.isNaN(workedAt.getTime())) throw new WrenError(problem('request-wrong', { problem: 'The list cannot go on from there; start it anew.' }));
  return { workedAt, id };
};

const copyName = (name: string): string => `${name.slice(0, PATTERN_LIMITS.name - 7)} (copy)`;

/** A studio's patterns. */
@Injectable()
export class PatternsService {
  constructor(private readonly store: PatternsStore) {}

  async list(studioId: string, { search, limit, after }: PatternQuery): Promise<PatternPage> {
    const found = await this.store.list(studioId, { search, limit: limit + 1, after: readEnd(after) });
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

  async change(studioId: string, id: string, { version, pattern: document }: ChangedPattern): Promise<KeptPattern> {
    const pattern = valueOrThrow(readPattern(document));
    const changed = await this.store.update(studioId, checkedId(id), version, pattern, summaryOf(pattern));
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
