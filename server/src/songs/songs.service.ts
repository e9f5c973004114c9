import { Injectable } from '@nestjs/common';
import {
  SONG_LIMITS,
  WrenError,
  problem,
  readSong,
  summaryOfSong,
  type Song,
  type SongSummary,
} from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { checkedDocument } from '../bodies/json-bodies.ts';
import { ErrorWithState } from '../common/errors.filter.ts';
import { checkedId, notFound, orNotFound } from '../common/ids.ts';
import { StudioDb, type StudioScope } from '../db/studio-db.ts';
import { DocumentsStore, type KeptDocument } from '../documents/documents.store.ts';
import { DocumentListStore, bySearch } from '../documents/list.store.ts';
import { readEnd, writeEnd } from '../documents/page.ts';
import { VersionsStore, type KeptVersion, type VersionLine } from '../documents/versions.store.ts';
import type { ChangedSong, SongQuery } from './songs.schema.ts';

/** A song as it is answered. */
export interface KeptSong extends Pick<KeptDocument<'song'>, 'id' | 'version' | 'workedAt'> {
  readonly song: Song;
}

/** A line of the list of songs. */
export interface SongLine {
  readonly id: string;
  readonly name: string;
  readonly workedAt: Date;
  readonly summary: SongSummary;
}

/** A page of the list, and where the next one begins. */
export interface SongPage {
  readonly songs: readonly SongLine[];
  readonly next: string | null;
}

const LINE = ['id', 'name', 'worked_at as workedAt', 'summary'] as const;

/** How long a deleted song can be brought back, in milliseconds. */
const KEPT_AFTER_DELETION = 30 * 24 * 3600 * 1000;

/** How many songs a studio can hold, and how many named versions each. */
const QUOTA = { songs: 20_000, versions: 200 } as const;

const refuseBeyond = (count: number, most: number, what: string): void => {
  if (count > most) throw new WrenError(problem('quota-reached', { most, what }));
};

const answered = ({ id, version, workedAt, document }: KeptDocument<'song'>): KeptSong => ({
  id,
  version,
  workedAt,
  song: document,
});

/** What is written of a song, and the columns beside it that its list is searched by. */
export const writingOf = (song: Song) => ({
  name: song.name,
  document: song,
  beside: {
    summary: JSON.stringify(summaryOfSong(song)),
    school: song.school,
    tags: song.tags ?? [],
    metre: `${song.metre.beats}/${song.metre.unit}`,
  },
});

const copyName = (name: string): string => `${name.slice(0, SONG_LIMITS.name - 7)} (copy)`;

const checkedSong = (document: unknown): Song => checkedDocument(document, readSong);

/** A studio's songs. */
@Injectable()
export class SongsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly documents: DocumentsStore,
    private readonly versions: VersionsStore,
    private readonly lists: DocumentListStore,
  ) {}

  async list(principal: Principal, { limit, after, search }: SongQuery): Promise<SongPage> {
    const asked = { limit: limit + 1, after: readEnd(after) };
    const scope = this.studios.for(principal);
    const found = (await this.lists.page(scope, 'song', LINE, asked, (query) => bySearch(query, search))) as SongLine[];
    const songs = found.slice(0, limit);
    const last = songs[songs.length - 1];
    return { songs, next: found.length > limit && last ? writeEnd(last) : null };
  }

  async open(principal: Principal, id: string): Promise<KeptSong> {
    return answered(await this.found(this.studios.for(principal), id));
  }

  async create(principal: Principal, document: unknown): Promise<KeptSong> {
    const song = checkedSong(document);
    const scope = this.studios.for(principal);
    refuseBeyond((await this.documents.count(scope, 'song')) + 1, QUOTA.songs, 'songs');
    const [kept] = await this.documents.insert(scope, 'song', [writingOf(song)]);
    return answered(kept as KeptDocument<'song'>);
  }

  /** Writes a change made on a version, with the state before it kept, as one; a later writer is told what is there. */
  async change(principal: Principal, id: string, { version, song: document }: ChangedSong): Promise<KeptSong> {
    const song = checkedSong(document);
    const scope = this.studios.for(principal);
    const before = await this.found(scope, id);
    const changed = await scope.transaction(async (within) => {
      const kept = await this.documents.update(within, 'song', { id, version }, writingOf(song));
      if (kept) await this.versions.keepFromTimeToTime(within, 'song', before);
      return kept;
    });
    if (changed) return answered(changed);
    throw new ErrorWithState(problem('version-conflict'), { current: answered(await this.found(scope, id)) });
  }

  async duplicate(principal: Principal, id: string): Promise<KeptSong> {
    const { document } = await this.found(this.studios.for(principal), id);
    return this.create(principal, { ...document, name: copyName(document.name) });
  }

  async listVersions(principal: Principal, id: string): Promise<readonly VersionLine[]> {
    const scope = this.studios.for(principal);
    await this.found(scope, id);
    return this.versions.list(scope, id);
  }

  async openVersion(
    principal: Principal,
    id: string,
    versionId: string,
  ): Promise<Omit<KeptVersion<'song'>, 'document'> & { readonly song: Song }> {
    const scope = this.studios.for(principal);
    const found = await this.versions.find(scope, 'song', checkedId(id), checkedId(versionId));
    const { document, ...line } = orNotFound(found);
    return { ...line, song: document };
  }

  async keepVersion(principal: Principal, id: string, label: string): Promise<void> {
    const scope = this.studios.for(principal);
    const song = await this.found(scope, id);
    refuseBeyond((await this.versions.countNamed(scope, id)) + 1, QUOTA.versions, 'named versions of this song');
    await this.versions.keep(scope, 'song', song, label);
  }

  async delete(principal: Principal, id: string): Promise<void> {
    const scope = this.studios.for(principal);
    if (!(await this.documents.setAside(scope, 'song', checkedId(id)))) throw notFound();
    await this.documents.purge(scope, 'song', new Date(Date.now() - KEPT_AFTER_DELETION));
  }

  async restore(principal: Principal, id: string): Promise<void> {
    if (!(await this.documents.bringBack(this.studios.for(principal), 'song', checkedId(id)))) throw notFound();
  }

  private async found(scope: StudioScope, id: string): Promise<KeptDocument<'song'>> {
    return orNotFound(await this.documents.find(scope, 'song', checkedId(id)));
  }
}
