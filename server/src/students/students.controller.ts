import { Controller, Get, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { StudioDb } from '../db/studio-db.ts';
import { StudentsStore, type Student } from './students.store.ts';

/** The students of the signed-in teacher's studio. */
@Controller('students')
@UseGuards(SessionGuard)
export class StudentsController {
  constructor(
    private readonly studios: StudioDb,
    private readonly students: StudentsStore,
  ) {}

  @Get()
  list(@SignedIn() principal: Principal): Promise<readonly Student[]> {
    return this.students.list(this.studios.for(principal));
  }
}
