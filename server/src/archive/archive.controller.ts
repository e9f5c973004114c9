import { Controller, Get, Post, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { Teacher } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { ArchiveService } from './archive.service.ts';
import type { Restored } from './restore.ts';
import type { RestoreState } from './restores.store.ts';

/** The backup of the signed-in teacher's studio. */
@Controller('archive')
@UseGuards(SessionGuard)
export class ArchiveController {
  constructor(private readonly archive: ArchiveService) {}

  @Get()
  write(@SignedIn() teacher: Teacher, @Res() response: Response): Promise<void> {
    return this.archive.write(teacher, response);
  }

  @Get('restore')
  standing(@SignedIn() teacher: Teacher): Promise<RestoreState> {
    return this.archive.standing(teacher);
  }

  @Post()
  restore(@SignedIn() teacher: Teacher, @Req() request: Request): Promise<Restored> {
    return this.archive.restore(teacher, request);
  }
}
