import { Injectable } from '@nestjs/common';
import { SONG_LIMITS, parseSong, createSongSummary, type Song } from '@fleet-wren/core';
import type { Principal } from '../auth/principal.ts';
import { checkedDocument } from '../bodies/json-bodies.ts';
import { StudioDb } from '../db/studio-db.ts';
import type { KeptDocument } from '../documents/documents.store.ts';
import { KeptDocuments } from '../documents/kept-documents.ts';
import { DocumentListStore, bySearch, pageText } from '../documents/list.store.ts';
import { readEnd } from '../documents/page.ts';
import type { KeptVersion } from '../documents/versions.store.ts';
import type { ChangedSong, SongQuery } from './songs.schema.ts';

/** A song as it is answered. */
export interface KeptSong extends Pick<KeptDocument<'song'>, 'id' | 'version' | 'workedAt'> {
  readonly song: Song;
}

const LINE = ['id', 'name', 'worked_at as workedAt', 'summary'] as const;

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
    summary: JSON.stringify(createSongSummary(song)),
    school: song.school,
    tags: song.tags ?? [],
    metre: `${song.metre.beats}/${song.metre.unit}`,
  },
});

const copyName = (name: string): string => `${name.slice(0, SONG_LIMITS.name - 7)} (copy)`;

const checkedSong = (document: unknown): Song => checkedDocument(document, parseSong);

/** A studio's songs. */
@Injectable()
export class SongsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly kept: KeptDocuments,
    private readonly lists: DocumentListStore,
  ) {}

  /** A page of the list, as JSON text. */
  async list(principal: Principal, { limit, after, search }: SongQuery): Promise<string> {
    const asked = { limit: limit + 1, after: readEnd(after) };
    const scope = this.studios.for(principal);
    const found = await this.lists.page(scope, 'song', LINE, asked, (query) => bySearch(query, search));
    return pageText('songs', found, limit);
  }

  async open(principal: Principal, id: string): Promise<KeptSong> {
    return answered(await this.kept.find(this.studios.for(principal), 'song', id));
  }

  async create(principal: Principal, document: unknown): Promise<KeptSong> {
    const song = checkedSong(document);
    const scope = this.studios.for(principal);
    const [kept] = await this.kept.insert(scope, 'song', [writingOf(song)]);
    return answered(kept as KeptDocument<'song'>);
  }

  async change(principal: Principal, id: string, { version, song: document }: ChangedSong): Promise<KeptSong> {
    const writing = writingOf(checkedSong(document));
    const scope = this.studios.for(principal);
    const before = await this.kept.findAt(scope, 'song', { id, version }, answered);
    return answered(await this.kept.change(scope, 'song', before, { id, version, writing }, answered));
  }

  async duplicate(principal: Principal, id: string): Promise<KeptSong> {
    const { document } = await this.kept.find(this.studios.for(principal), 'song', id);
    return this.create(principal, { ...document, name: copyName(document.name) });
  }

  async openVersion(
    principal: Principal,
    id: string,
    versionId: string,
  ): Promise<Omit<KeptVersion<'song'>, 'document'> & { readonly song: Song }> {
    const { document, ...line } = await this.kept.openVersion(principal, 'song', id, versionId);
    return { ...line, song: document };
  }
}
