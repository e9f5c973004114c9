import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Query, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import { KeptDocuments } from '../documents/kept-documents.ts';
import { newVersionSchema, type NewVersion } from '../patterns/patterns.schema.ts';
import {
  changedSongSchema,
  newSongSchema,
  songQuerySchema,
  type ChangedSong,
  type NewSong,
  type SongQuery,
} from './songs.schema.ts';
import { SongsService, type KeptSong } from './songs.service.ts';

/** The songs of the signed-in teacher's studio. */
@Controller('songs')
@UseGuards(SessionGuard)
export class SongsController {
  constructor(
    private readonly kept: KeptDocuments,
    private readonly songs: SongsService,
  ) {}

  @Get()
  @Header(...JSON_TEXT)
  list(@SignedIn() principal: Principal, @Query(new JoiPipe(songQuerySchema)) query: SongQuery): Promise<string> {
    return this.songs.list(principal, query);
  }

  @Get(':id/versions')
  versions(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.kept.listVersions(principal, 'song', id);
  }

  @Get(':id/versions/:version')
  version(@SignedIn() principal: Principal, @Param('id') id: string, @Param('version') version: string) {
    return this.songs.openVersion(principal, id, version);
  }

  @Post(':id/versions')
  @HttpCode(204)
  keepVersion(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(newVersionSchema)) { label }: NewVersion,
  ): Promise<void> {
    return this.kept.keepVersion(principal, 'song', id, label);
  }

  @Get(':id')
  open(@SignedIn() principal: Principal, @Param('id') id: string): Promise<KeptSong> {
    return this.songs.open(principal, id);
  }

  @Post()
  create(@SignedIn() principal: Principal, @Body(new JoiPipe(newSongSchema)) { song }: NewSong): Promise<KeptSong> {
    return this.songs.create(principal, song);
  }

  @Put(':id')
  change(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(changedSongSchema)) body: ChangedSong,
  ): Promise<KeptSong> {
    return this.songs.change(principal, id, body);
  }

  @Post(':id/duplicate')
  duplicate(@SignedIn() principal: Principal, @Param('id') id: string): Promise<KeptSong> {
    return this.songs.duplicate(principal, id);
  }

  @Delete(':id')
  @HttpCode(204)
  delete(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.delete(principal, 'song', id);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.restore(principal, 'song', id);
  }
}
