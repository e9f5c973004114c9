import type { CreateVersionRequest } from '@fleet-wren/contract';
import { Controller, Param, Body, Query } from '@nestjs/common';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { validBody, validQuery } from '../contract/requests.ts';
import { Handles, HandlesAsText } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import { DocumentsService } from '../documents/documents.service.ts';
import type { UpdateSongRequest, CreateSongRequest, SongListQuery } from './songs.schema.ts';
import { SongsService, type SongResponse } from './songs.service.ts';

/** The songs of the signed-in teacher's studio. */
@Controller()
export class SongsController {
  constructor(
    private readonly kept: DocumentsService,
    private readonly songs: SongsService,
  ) {}

  @HandlesAsText('GET /songs')
  list(@CurrentTeacher() principal: Principal, @Query(validQuery('GET /songs')) query: SongListQuery): Promise<string> {
    return this.songs.list(principal, query);
  }

  @Handles('GET /songs/:id/versions')
  versions(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.kept.listVersions(principal, 'song', id);
  }

  @Handles('GET /songs/:id/versions/:version')
  version(@CurrentTeacher() principal: Principal, @Param('id') id: string, @Param('version') version: string) {
    return this.songs.openVersion(principal, id, version);
  }

  @Handles('POST /songs/:id/versions')
  keepVersion(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('POST /songs/:id/versions')) { label }: CreateVersionRequest,
  ): Promise<void> {
    return this.kept.createVersion(principal, 'song', id, label);
  }

  @Handles('GET /songs/:id')
  open(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<SongResponse> {
    return this.songs.open(principal, id);
  }

  @Handles('POST /songs')
  create(
    @CurrentTeacher() principal: Principal,
    @Body(validBody('POST /songs')) { song }: CreateSongRequest,
  ): Promise<SongResponse> {
    return this.songs.create(principal, song);
  }

  @Handles('PUT /songs/:id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('PUT /songs/:id')) body: UpdateSongRequest,
  ): Promise<SongResponse> {
    return this.songs.change(principal, id, body);
  }

  @Handles('POST /songs/:id/duplicate')
  duplicate(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<SongResponse> {
    return this.songs.duplicate(principal, id);
  }

  @Handles('DELETE /songs/:id')
  delete(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.delete(principal, 'song', id);
  }

  @Handles('POST /songs/:id/restore')
  restore(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.restore(principal, 'song', id);
  }
}
