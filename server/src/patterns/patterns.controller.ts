import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query, UseGuards } from '@nestjs/common';
import { SessionGuard, SignedInTeacher } from '../auth/session.ts';
import type { Teacher } from '../auth/auth.store.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import {
  changedPatternSchema,
  newPatternSchema,
  newPatternsSchema,
  newVersionSchema,
  querySchema,
  type ChangedPattern,
  type NewPattern,
  type NewPatterns,
  type NewVersion,
  type PatternQuery,
} from './patterns.schema.ts';
import { PatternsService, type PatternPage } from './patterns.service.ts';
import type { KeptPattern } from './patterns.store.ts';

/** The patterns of the signed-in teacher's studio. */
@Controller('patterns')
@UseGuards(SessionGuard)
export class PatternsController {
  constructor(private readonly patterns: PatternsService) {}

  @Get()
  list(
    @SignedInTeacher() { studioId }: Teacher,
    @Query(new JoiPipe(querySchema)) query: PatternQuery,
  ): Promise<PatternPage> {
    return this.patterns.list(studioId, query);
  }

  @Get('tags')
  tags(@SignedInTeacher() { studioId }: Teacher) {
    return this.patterns.tags(studioId);
  }

  @Post('many')
  createMany(
    @SignedInTeacher() { studioId }: Teacher,
    @Body(new JoiPipe(newPatternsSchema)) { patterns }: NewPatterns,
  ): Promise<readonly KeptPattern[]> {
    return this.patterns.createMany(studioId, patterns);
  }

  @Get(':id/versions')
  versions(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string) {
    return this.patterns.listVersions(studioId, id);
  }

  @Get(':id/versions/:version')
  version(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string, @Param('version') version: string) {
    return this.patterns.openVersion(studioId, id, version);
  }

  @Post(':id/versions')
  @HttpCode(204)
  keepVersion(
    @SignedInTeacher() { studioId }: Teacher,
    @Param('id') id: string,
    @Body(new JoiPipe(newVersionSchema)) { label }: NewVersion,
  ): Promise<void> {
    return this.patterns.keepVersion(studioId, id, label);
  }

  @Get(':id')
  open(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string): Promise<KeptPattern> {
    return this.patterns.open(studioId, id);
  }

  @Post()
  create(
    @SignedInTeacher() { studioId }: Teacher,
    @Body(new JoiPipe(newPatternSchema)) body: NewPattern,
  ): Promise<KeptPattern> {
    return this.patterns.create(studioId, body.pattern);
  }

  @Put(':id')
  change(
    @SignedInTeacher() { studioId }: Teacher,
    @Param('id') id: string,
    @Body(new JoiPipe(changedPatternSchema)) body: ChangedPattern,
  ): Promise<KeptPattern> {
    return this.patterns.change(studioId, id, body);
  }

  @Post(':id/duplicate')
  duplicate(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string): Promise<KeptPattern> {
    return this.patterns.duplicate(studioId, id);
  }

  @Delete(':id')
  @HttpCode(204)
  delete(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string): Promise<void> {
    return this.patterns.delete(studioId, id);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string): Promise<void> {
    return this.patterns.restore(studioId, id);
  }
}
