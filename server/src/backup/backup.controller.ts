import { Controller, Param, Res, Req } from '@nestjs/common';
import type { Request, Response } from 'express';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { Handles, HandlesResponse } from '../contract/route.ts';
import type { Teacher } from '../auth/principal.ts';
import { BackupService } from './backup.service.ts';
import type { Restored } from './restore-backup.ts';
import type { RestoreState } from './restores.store.ts';

/** The backup of the signed-in teacher's studio. */
@Controller()
export class BackupController {
  constructor(private readonly archive: BackupService) {}

  @HandlesResponse('GET /archive')
  exportBackup(@CurrentTeacher() teacher: Teacher, @Res() response: Response): Promise<void> {
    return this.archive.exportBackup(teacher, response);
  }

  @HandlesResponse('GET /students/:id/archive')
  exportStudent(@CurrentTeacher() teacher: Teacher, @Param('id') id: string, @Res() response: Response): Promise<void> {
    return this.archive.exportStudent(teacher, id, response);
  }

  @Handles('GET /archive/restore')
  standing(@CurrentTeacher() teacher: Teacher): Promise<RestoreState> {
    return this.archive.standing(teacher);
  }

  @Handles('POST /archive')
  restore(@CurrentTeacher() teacher: Teacher, @Req() request: Request): Promise<Restored> {
    return this.archive.restore(teacher, request);
  }
}
