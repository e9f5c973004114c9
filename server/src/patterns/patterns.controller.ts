import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Query, UseGuards } from '@nestjs/common';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import type { Principal } from '../auth/principal.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import { KeptDocuments } from '../documents/kept-documents.ts';
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
import { PatternsService, type KeptPattern } from './patterns.service.ts';

/** The patterns of the signed-in teacher's studio. */
@Controller('patterns')
@UseGuards(SessionGuard)
export class PatternsController {
  constructor(
    private readonly kept: KeptDocuments,
    private readonly patterns: PatternsService,
  ) {}

  @Get()
  @Header(...JSON_TEXT)
  list(@SignedIn() principal: Principal, @Query(new JoiPipe(querySchema)) query: PatternQuery): Promise<string> {
    return this.patterns.list(principal, query);
  }

  @Get('tags')
  tags(@SignedIn() principal: Principal) {
    return this.patterns.tags(principal);
  }

  @Post('many')
  createMany(
    @SignedIn() principal: Principal,
    @Body(new JoiPipe(newPatternsSchema)) { patterns }: NewPatterns,
  ): Promise<readonly KeptPattern[]> {
    return this.patterns.createMany(principal, patterns);
  }

  @Get(':id/versions')
  versions(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.kept.listVersions(principal, 'pattern', id);
  }

  @Get(':id/versions/:version')
  version(@SignedIn() principal: Principal, @Param('id') id: string, @Param('version') version: string) {
    return this.patterns.openVersion(principal, id, version);
  }

  @Post(':id/versions')
  @HttpCode(204)
  keepVersion(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(newVersionSchema)) { label }: NewVersion,
  ): Promise<void> {
    return this.kept.keepVersion(principal, 'pattern', id, label);
  }

  @Get(':id')
  open(@SignedIn() principal: Principal, @Param('id') id: string): Promise<KeptPattern> {
    return this.patterns.open(principal, id);
  }

  @Post()
  create(
    @SignedIn() principal: Principal,
    @Body(new JoiPipe(newPatternSchema)) body: NewPattern,
  ): Promise<KeptPattern> {
    return this.patterns.create(principal, body.pattern);
  }

  @Put(':id')
  change(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(changedPatternSchema)) body: ChangedPattern,
  ): Promise<KeptPattern> {
    return this.patterns.change(principal, id, body);
  }

  @Post(':id/duplicate')
  duplicate(@SignedIn() principal: Principal, @Param('id') id: string): Promise<KeptPattern> {
    return this.patterns.duplicate(principal, id);
  }

  @Delete(':id')
  @HttpCode(204)
  delete(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.delete(principal, 'pattern', id);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.restore(principal, 'pattern', id);
  }
}
