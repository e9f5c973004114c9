import type { CreateVersionRequest } from '@fleet-wren/contract';
import { Controller, Param, Body, Query } from '@nestjs/common';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { validBody, validQuery } from '../contract/requests.ts';
import { Handles, HandlesAsText } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import { DocumentsService } from '../documents/documents.service.ts';
import type {
  UpdatePatternRequest,
  CreatePatternRequest,
  CreatePatternsRequest,
  PatternListQuery,
} from './patterns.schema.ts';
import { PatternsService, type PatternResponse } from './patterns.service.ts';

/** The patterns of the signed-in teacher's studio. */
@Controller()
export class PatternsController {
  constructor(
    private readonly kept: DocumentsService,
    private readonly patterns: PatternsService,
  ) {}

  @HandlesAsText('GET /patterns')
  list(
    @CurrentTeacher() principal: Principal,
    @Query(validQuery('GET /patterns')) query: PatternListQuery,
  ): Promise<string> {
    return this.patterns.list(principal, query);
  }

  @Handles('GET /patterns/tags')
  tags(@CurrentTeacher() principal: Principal) {
    return this.patterns.tags(principal);
  }

  @Handles('POST /patterns/many')
  createMany(
    @CurrentTeacher() principal: Principal,
    @Body(validBody('POST /patterns/many')) { patterns }: CreatePatternsRequest,
  ): Promise<readonly PatternResponse[]> {
    return this.patterns.createMany(principal, patterns);
  }

  @Handles('GET /patterns/:id/versions')
  versions(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.kept.listVersions(principal, 'pattern', id);
  }

  @Handles('GET /patterns/:id/versions/:version')
  version(@CurrentTeacher() principal: Principal, @Param('id') id: string, @Param('version') version: string) {
    return this.patterns.openVersion(principal, id, version);
  }

  @Handles('POST /patterns/:id/versions')
  keepVersion(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('POST /patterns/:id/versions')) { label }: CreateVersionRequest,
  ): Promise<void> {
    return this.kept.createVersion(principal, 'pattern', id, label);
  }

  @Handles('GET /patterns/:id')
  open(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<PatternResponse> {
    return this.patterns.open(principal, id);
  }

  @Handles('POST /patterns')
  create(
    @CurrentTeacher() principal: Principal,
    @Body(validBody('POST /patterns')) body: CreatePatternRequest,
  ): Promise<PatternResponse> {
    return this.patterns.create(principal, body.pattern);
  }

  @Handles('PUT /patterns/:id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('PUT /patterns/:id')) body: UpdatePatternRequest,
  ): Promise<PatternResponse> {
    return this.patterns.change(principal, id, body);
  }

  @Handles('POST /patterns/:id/duplicate')
  duplicate(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<PatternResponse> {
    return this.patterns.duplicate(principal, id);
  }

  @Handles('DELETE /patterns/:id')
  delete(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.delete(principal, 'pattern', id);
  }

  @Handles('POST /patterns/:id/restore')
  restore(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.kept.restore(principal, 'pattern', id);
  }
}
