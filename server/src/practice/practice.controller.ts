import { Body, Controller, Delete, Get, Header, Headers, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import {
  updateAssignmentRequestSchema,
  createAssignmentRequestSchema,
  recordEventsRequestSchema,
  createPracticeLinkRequestSchema,
  type UpdateAssignmentRequest,
  type CreateAssignmentRequest,
  type RecordEventsRequest,
  type CreatePracticeLinkRequest,
} from './practice.schema.ts';
import { PracticeService } from './practice.service.ts';

/** What the students of the signed-in teacher's studio practise. */
@Controller()
@UseGuards(AuthGuard)
export class AssignmentsController {
  constructor(private readonly practice: PracticeService) {}

  @Get('assignments')
  @Header(...JSON_TEXT)
  lines(@CurrentTeacher() principal: Principal) {
    return this.practice.listAll(principal);
  }

  @Get('students/:id/assignments')
  @Header(...JSON_TEXT)
  ofStudent(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.ofStudent(principal, id);
  }

  @Post('students/:id/assignments')
  set(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(createAssignmentRequestSchema)) body: CreateAssignmentRequest,
  ) {
    return this.practice.createAssignment(principal, id, body);
  }

  @Put('assignments/:id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(updateAssignmentRequestSchema)) body: UpdateAssignmentRequest,
  ) {
    return this.practice.updateAssignment(principal, id, body);
  }

  @Delete('assignments/:id')
  @HttpCode(204)
  drop(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.practice.deleteAssignment(principal, id);
  }

  @Get('assignments/:id/progress')
  progress(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.progress(principal, id);
  }

  @Get('students/:id/ability')
  @Header(...JSON_TEXT)
  ability(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.ability(principal, id);
  }

  @Get('students/:id/events')
  log(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.log(principal, id);
  }

  @Post('students/:id/events')
  add(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(recordEventsRequestSchema)) body: RecordEventsRequest,
  ) {
    return this.practice.tell(principal, id, body);
  }

  @Get('students/:id/links')
  links(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.linksOf(principal, id);
  }

  @Post('students/:id/links')
  makeLink(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(createPracticeLinkRequestSchema)) { days }: CreatePracticeLinkRequest,
  ) {
    return this.practice.makeLink(principal, id, days);
  }

  @Delete('links/:id')
  @HttpCode(204)
  revokeLink(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.practice.revokeLink(principal, id);
  }
}

/** The header that carries a link's token: never the address, which servers write down. */
export const PRACTICE_LINK_HEADER = 'x-practice-link';

/** The header by which a room says what it knows already, as `ID:STATE` with commas between, and how many of them are looked at. */
const KNOWN_HEADER = 'x-room-known';
const MOST_KNOWN = 200;

/** The practice room of whoever holds a link. */
@Controller('practice')
export class PracticeController {
  constructor(private readonly practice: PracticeService) {}

  @Get()
  @Header(...JSON_TEXT)
  room(@Headers(PRACTICE_LINK_HEADER) token: string | undefined, @Headers(KNOWN_HEADER) known: string | undefined) {
    return this.practice.room(token ?? '', (known ?? '').split(',').slice(0, MOST_KNOWN));
  }

  @Post('events')
  async add(
    @Headers(PRACTICE_LINK_HEADER) token: string | undefined,
    @Body(new JoiValidationPipe(recordEventsRequestSchema)) body: RecordEventsRequest,
  ) {
    return this.practice.tellFromRoom(await this.practice.resolveLink(token ?? ''), body);
  }
}
