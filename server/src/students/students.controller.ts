import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import { studentSchema, type StudentForm } from './students.schema.ts';
import { StudentsService } from './students.service.ts';
import type { Student } from './students.store.ts';

/** The students of the signed-in teacher's studio. */
@Controller('students')
@UseGuards(SessionGuard)
export class StudentsController {
  constructor(private readonly students: StudentsService) {}

  @Get()
  @Header(...JSON_TEXT)
  list(@SignedIn() principal: Principal): Promise<string> {
    return this.students.list(principal);
  }

  @Post()
  add(@SignedIn() principal: Principal, @Body(new JoiPipe(studentSchema)) body: StudentForm): Promise<Student> {
    return this.students.add(principal, body);
  }

  @Get(':id')
  get(@SignedIn() principal: Principal, @Param('id') id: string): Promise<Student> {
    return this.students.get(principal, id);
  }

  @Put(':id')
  change(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(studentSchema)) body: StudentForm,
  ): Promise<Student> {
    return this.students.change(principal, id, body);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.students.remove(principal, id);
  }
}
