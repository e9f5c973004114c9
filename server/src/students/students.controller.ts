import type { SaveStudentRequest } from '@fleet-wren/contract';
import { Controller, Param, Body } from '@nestjs/common';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { validBody } from '../contract/requests.ts';
import { Handles, HandlesAsText } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import { StudentsService } from './students.service.ts';
import type { Student } from './students.store.ts';

/** The students of the signed-in teacher's studio. */
@Controller()
export class StudentsController {
  constructor(private readonly students: StudentsService) {}

  @HandlesAsText('GET /students')
  list(@CurrentTeacher() principal: Principal): Promise<string> {
    return this.students.list(principal);
  }

  @Handles('POST /students')
  add(
    @CurrentTeacher() principal: Principal,
    @Body(validBody('POST /students')) body: SaveStudentRequest,
  ): Promise<Student> {
    return this.students.add(principal, body);
  }

  @Handles('GET /students/:id')
  get(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<Student> {
    return this.students.get(principal, id);
  }

  @Handles('PUT /students/:id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('PUT /students/:id')) body: SaveStudentRequest,
  ): Promise<Student> {
    return this.students.change(principal, id, body);
  }

  @Handles('DELETE /students/:id')
  remove(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.students.remove(principal, id);
  }
}
