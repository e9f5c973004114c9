import { Controller, Get, Post, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import type { Teacher } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import { BackupService } from './backup.service.ts';
import type { Restored } from './restore-backup.ts';
import type { RestoreState } from './restores.store.ts';

/** The backup of the signed-in teacher's studio. */
@Controller('archive')
@UseGuards(AuthGuard)
export class BackupController {
  constructor(private readonly archive: BackupService) {}

  @Get()
  exportBackup(@CurrentTeacher() teacher: Teacher, @Res() response: Response): Promise<void> {
    return this.archive.exportBackup(teacher, response);
  }

  @Get('restore')
  standing(@CurrentTeacher() teacher: Teacher): Promise<RestoreState> {
    return this.archive.standing(teacher);
  }

  @Post()
  restore(@CurrentTeacher() teacher: Teacher, @Req() request: Request): Promise<Restored> {
    return this.archive.restore(teacher, request);
  }
}
