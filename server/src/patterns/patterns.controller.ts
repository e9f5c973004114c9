import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Query, UseGuards } from '@nestjs/common';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import type { Principal } from '../auth/principal.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import { DocumentsService } from '../documents/documents.service.ts';
import {
  updatePatternRequestSchema,
  createPatternRequestSchema,
  createPatternsRequestSchema,
  createVersionRequestSchema,
  patternListQuerySchema,
  type UpdatePatternRequest,
  type CreatePatternRequest,
  type CreatePatternsRequest,
  type CreateVersionRequest,
  type PatternListQuery,
} from './patterns.schema.ts';
import { PatternsService, type PatternResponse } from './patterns.service.ts';

/** The patterns of the signed-in teacher's studio. */
@Controller('patterns')
@UseGuards(AuthGuard)
export class PatternsController {
  constructor(
    private readonly kept: DocumentsService,
    private readonly patterns: PatternsService,
  ) {}

  @Get()
  @Header(...JSON_TEXT)
  list(
    @CurrentTeacher() principal: Principal,
    @Query(new JoiValidationPipe(patternListQuerySchema)) query: PatternListQuery,
  ): Promise<string> {
    return this.patterns.list(principal, query);
  }

  @Get('tags')
  tags(@CurrentTeacher() principal: Principal) {
    return this.patterns.tags(principal);
  }

  @Post('many')
  createMany(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(createPatternsRequestSchema)) { patterns }: CreatePatternsRequest,
  ): Promise<readonly PatternResponse[]> {
    return this.patterns.createMany(principal, patterns);
  }

  @Get(':id/versions')
  versions(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.kept.listVersions(principal, 'pattern', id);
  }

  @Get(':id/versions/:version')
  version(@CurrentTeacher() principal: Principal, @Param('id') id: string, @Param('version') version: string) {
    return this.patterns.openVersion(principal, id, version);
  }

  @Post(':id/versions')
  @HttpCode(204)
  keepVersion(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(createVersionRequestSchema)) { label }: CreateVersionRequest,
  ): Promise<void> {
    return this.kept.createVersion(principal, 'pattern', id, label);
  }

  @Get(':id')
  open(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<PatternResponse> {
    return this.patterns.open(principal, id);
  }

  @Post()
  create(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(createPatternRequestSchema)) body: CreatePatternRequest,
  ): Promise<PatternResponse> {
    return this.patterns.create(principal, body.pattern);
  }

  @Put(':id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(updatePatternRequestSchema)) body: UpdatePatternRequest,
  ): Promise<PatternResponse> {
    return this.patterns.change(principal, id, body);
  }

  @Post(':id/duplicate')
  duplicate(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<PatternResponse> {
    return this.patterns.duplicate(principal, id);
  }

  @Delete(':id')
  @HttpCode(204)
  delete(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.delete(principal, 'pattern', id);
  }

  @Post(':id/restore')
  @HttpCode(204)
  restore(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.restore(principal, 'pattern', id);
  }
}
