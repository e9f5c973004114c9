import { Controller, Get, Post, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Teacher } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { ArchiveService, type ReadBack } from './archive.service.ts';

/** The archive of the signed-in teacher's studio. */
@Controller('archive')
@UseGuards(SessionGuard)
export class ArchiveController {
  constructor(private readonly archive: ArchiveService) {}

  @Get()
  async write(@SignedIn() teacher: Teacher, @Res() response: Response): Promise<void> {
    response.setHeader('content-type', 'application/x-ndjson; charset=utf-8');
    response.setHeader('content-disposition', 'attachment; filename="fleet-wren-archive.ndjson"');
    await pipeline(Readable.from(this.archive.write(teacher, teacher.studioName)), response);
  }

  @Post()
  read(@SignedIn() teacher: Teacher, @Req() request: Request): Promise<ReadBack> {
    return this.archive.read(teacher, request);
  }
}
