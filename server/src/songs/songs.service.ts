import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { formatMetre, SONG_LIMITS, parseSong, createSongSummary, type Song } from '@fleet-wren/core';
import type { Row } from '../db/row.ts';
import type { Principal } from '../auth/principal.ts';
import { validateDocument } from '../request-bodies/json-body.middleware.ts';
import { StudioDb } from '../db/studio-db.ts';
import type { StoredDocument } from '../documents/documents.store.ts';
import { DocumentsService } from '../documents/documents.service.ts';
import { DocumentListStore, filterBySearch, pageText } from '../documents/document-list.store.ts';
import { decodeCursor } from '../documents/page-cursor.ts';
import type { StoredVersion } from '../documents/versions.store.ts';
import type { UpdateSongRequest, SongListQuery } from './songs.schema.ts';

/** A song as it is answered. */
export type SongResponse = Row<contract.SongResponse>;

const LINE = ['id', 'name', 'worked_at as workedAt', 'summary'] as const;

const answered = ({ id, version, workedAt, document }: StoredDocument<'song'>): SongResponse => ({
  id,
  version,
  workedAt,
  song: document,
});

/** What is written of a song, and the columns beside it that its list is searched by. */
export const toDocumentWrite = (song: Song) => ({
  name: song.name,
  document: song,
  indexColumns: {
    summary: JSON.stringify(createSongSummary(song)),
    school: song.school,
    tags: song.tags ?? [],
    metre: formatMetre(song.metre),
  },
});

const copyName = (name: string): string => `${name.slice(0, SONG_LIMITS.name - 7)} (copy)`;

const checkedSong = (document: unknown): Song => validateDocument(document, parseSong);

/** A studio's songs. */
@Injectable()
export class SongsService {
  constructor(
    private readonly studios: StudioDb,
    private readonly kept: DocumentsService,
    private readonly lists: DocumentListStore,
  ) {}

  /** A page of the list, as JSON text. */
  async list(principal: Principal, { limit, after, search }: SongListQuery): Promise<string> {
    const asked = { limit: limit + 1, after: decodeCursor(after) };
    const scope = this.studios.scopeFor(principal);
    const found = await this.lists.page(scope, 'song', LINE, asked, (query) => filterBySearch(query, search));
    return pageText('songs', found, limit);
  }

  async open(principal: Principal, id: string): Promise<SongResponse> {
    return answered(await this.kept.find(this.studios.scopeFor(principal), 'song', id));
  }

  async create(principal: Principal, document: unknown): Promise<SongResponse> {
    const song = checkedSong(document);
    const scope = this.studios.scopeFor(principal);
    const [kept] = await this.kept.insert(scope, 'song', [toDocumentWrite(song)]);
    return answered(kept as StoredDocument<'song'>);
  }

  async change(
    principal: Principal,
    id: string,
    { version, song: document }: UpdateSongRequest,
  ): Promise<SongResponse> {
    const writing = toDocumentWrite(checkedSong(document));
    const scope = this.studios.scopeFor(principal);
    const before = await this.kept.findAt(scope, 'song', { id, version }, answered);
    return answered(await this.kept.update(scope, 'song', before, { id, version, writing }, answered));
  }

  async duplicate(principal: Principal, id: string): Promise<SongResponse> {
    const { document } = await this.kept.find(this.studios.scopeFor(principal), 'song', id);
    return this.create(principal, { ...document, name: copyName(document.name) });
  }

  async openVersion(
    principal: Principal,
    id: string,
    versionId: string,
  ): Promise<Omit<StoredVersion<'song'>, 'document'> & { readonly song: Song }> {
    const { document, ...line } = await this.kept.getVersion(principal, 'song', id, versionId);
    return { ...line, song: document };
  }
}
