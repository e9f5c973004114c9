import {
  KNOWN_ITEMS_HEADER,
  PRACTICE_LINK_HEADER,
  type CreateAssignmentRequest,
  type UpdateAssignmentRequest,
} from '@fleet-wren/contract';
import { Controller, Param, Body, Headers } from '@nestjs/common';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { validBody } from '../contract/requests.ts';
import { Handles, HandlesAsText } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import type { RecordEventsRequest, CreatePracticeLinkRequest } from './practice.schema.ts';
import { PracticeService } from './practice.service.ts';

/** What the students of the signed-in teacher's studio practise. */
@Controller()
export class AssignmentsController {
  constructor(private readonly practice: PracticeService) {}

  @HandlesAsText('GET /assignments')
  lines(@CurrentTeacher() principal: Principal) {
    return this.practice.listAll(principal);
  }

  @HandlesAsText('GET /students/:id/assignments')
  ofStudent(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.ofStudent(principal, id);
  }

  @Handles('POST /students/:id/assignments')
  set(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('POST /students/:id/assignments')) body: CreateAssignmentRequest,
  ) {
    return this.practice.createAssignment(principal, id, body);
  }

  @Handles('PUT /assignments/:id')
  change(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('PUT /assignments/:id')) body: UpdateAssignmentRequest,
  ) {
    return this.practice.updateAssignment(principal, id, body);
  }

  @Handles('DELETE /assignments/:id')
  drop(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.practice.deleteAssignment(principal, id);
  }

  @Handles('GET /assignments/:id/progress')
  progress(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.progress(principal, id);
  }

  @HandlesAsText('GET /students/:id/ability')
  ability(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.ability(principal, id);
  }

  @Handles('GET /students/:id/attempts')
  attempts(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.attempts(principal, id);
  }

  @Handles('GET /students/:id/events')
  log(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.log(principal, id);
  }

  @Handles('POST /students/:id/events')
  add(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('POST /students/:id/events')) body: RecordEventsRequest,
  ) {
    return this.practice.tell(principal, id, body);
  }

  @Handles('GET /students/:id/links')
  links(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.practice.linksOf(principal, id);
  }

  @Handles('POST /students/:id/links')
  makeLink(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('POST /students/:id/links')) { days }: CreatePracticeLinkRequest,
  ) {
    return this.practice.makeLink(principal, id, days);
  }

  @Handles('DELETE /links/:id')
  revokeLink(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.practice.revokeLink(principal, id);
  }
}

const MOST_KNOWN = 200;

/** The practice room of whoever holds a link. */
@Controller()
export class PracticeController {
  constructor(private readonly practice: PracticeService) {}

  @HandlesAsText('GET /practice')
  room(
    @Headers(PRACTICE_LINK_HEADER) token: string | undefined,
    @Headers(KNOWN_ITEMS_HEADER) known: string | undefined,
  ) {
    return this.practice.room(token ?? '', (known ?? '').split(',').slice(0, MOST_KNOWN));
  }

  @Handles('GET /practice/skills')
  skills(@Headers(PRACTICE_LINK_HEADER) token: string | undefined) {
    return this.practice.roomSkills(token ?? '');
  }

  @Handles('POST /practice/events')
  async add(
    @Headers(PRACTICE_LINK_HEADER) token: string | undefined,
    @Body(validBody('POST /practice/events')) body: RecordEventsRequest,
  ) {
    return this.practice.tellFromRoom(await this.practice.resolveLink(token ?? ''), body);
  }
}
