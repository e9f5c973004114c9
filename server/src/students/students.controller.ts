import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import { saveStudentRequestSchema, type SaveStudentRequest } from './students.schema.ts';
import { StudentsService } from './students.service.ts';
import type { Student } from './students.store.ts';

/** The students of the signed-in teacher's studio. */
@Controller('students')
@UseGuards(AuthGuard)
export class StudentsController {
  constructor(private readonly students: StudentsService) {}

  @Get()
  @Header(...JSON_TEXT)
  list(@CurrentTeacher() principal: Principal): Promise<string> {
    return this.students.list(principal);
  }

  @Post()
  add(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(saveStudentRequestSchema)) body: SaveStudentRequest,
  ): Promise<Student> {
    return this.students.add(principal, body);
  }

  @Get(':id')
  get(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<Student> {
    return this.students.get(principal, id);
  }

  @Put(':id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(saveStudentRequestSchema)) body: SaveStudentRequest,
  ): Promise<Student> {
    return this.students.change(principal, id, body);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.students.remove(principal, id);
  }
}
