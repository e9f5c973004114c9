import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Query, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import { DocumentsService } from '../documents/documents.service.ts';
import { createVersionRequestSchema, type CreateVersionRequest } from '../patterns/patterns.schema.ts';
import {
  updateSongRequestSchema,
  createSongRequestSchema,
  songListQuerySchema,
  type UpdateSongRequest,
  type CreateSongRequest,
  type SongListQuery,
} from './songs.schema.ts';
import { SongsService, type SongResponse } from './songs.service.ts';

/** The songs of the signed-in teacher's studio. */
@Controller('songs')
@UseGuards(AuthGuard)
export class SongsController {
  constructor(
    private readonly kept: DocumentsService,
    private readonly songs: SongsService,
  ) {}

  @Get()
  @Header(...JSON_TEXT)
  list(
    @CurrentTeacher() principal: Principal,
    @Query(new JoiValidationPipe(songListQuerySchema)) query: SongListQuery,
  ): Promise<string> {
    return this.songs.list(principal, query);
  }

  @Get(':id/versions')
  versions(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.kept.listVersions(principal, 'song', id);
  }

  @Get(':id/versions/:version')
  version(@CurrentTeacher() principal: Principal, @Param('id') id: string, @Param('version') version: string) {
    return this.songs.openVersion(principal, id, version);
  }

  @Post(':id/versions')
  @HttpCode(204)
  keepVersion(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(createVersionRequestSchema)) { label }: CreateVersionRequest,
  ): Promise<void> {
    return this.kept.createVersion(principal, 'song', id, label);
  }

  @Get(':id')
  open(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<SongResponse> {
    return this.songs.open(principal, id);
  }

  @Post()
  create(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(createSongRequestSchema)) { song }: CreateSongRequest,
  ): Promise<SongResponse> {
    return this.songs.create(principal, song);
  }

  @Put(':id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(updateSongRequestSchema)) body: UpdateSongRequest,
  ): Promise<SongResponse> {
    return this.songs.change(principal, id, body);
  }

  @Post(':id/duplicate')
  duplicate(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<SongResponse> {
    return this.songs.duplicate(principal, id);
  }

  @Delete(':id')
  @HttpCode(204)
  delete(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.delete(principal, 'song', id);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.restore(principal, 'song', id);
  }
}
