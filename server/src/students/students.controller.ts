import { Controller, Get, UseGuards } from '@nestjs/common';
import type { Teacher } from '../auth/auth.store.ts';
import { SessionGuard, SignedInTeacher } from '../auth/session.ts';
import { StudentsStore, type Student } from './students.store.ts';

/** The students of the signed-in teacher's studio. */
@Controller('students')
@UseGuards(SessionGuard)
export class StudentsController {
  constructor(private readonly students: StudentsStore) {}

  @Get()
  list(@SignedInTeacher() { studioId }: Teacher): Promise<readonly Student[]> {
    return this.students.list(studioId);
  }
}
