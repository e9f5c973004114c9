import { Body, Controller, Delete, Get, Header, Headers, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import {
  assignmentChangeSchema,
  assignmentSchema,
  eventsSchema,
  linkSchema,
  type AssignmentChange,
  type AssignmentForm,
  type EventsForm,
  type LinkForm,
} from './practice.schema.ts';
import { PracticeService } from './practice.service.ts';

/** What the students of the signed-in teacher's studio practise. */
@Controller()
@UseGuards(SessionGuard)
export class AssignmentsController {
  constructor(private readonly practice: PracticeService) {}

  @Get('assignments')
  @Header(...JSON_TEXT)
  lines(@SignedIn() principal: Principal) {
    return this.practice.lines(principal);
  }

  @Get('students/:id/assignments')
  @Header(...JSON_TEXT)
  ofStudent(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.practice.ofStudent(principal, id);
  }

  @Post('students/:id/assignments')
  set(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(assignmentSchema)) body: AssignmentForm,
  ) {
    return this.practice.set(principal, id, body);
  }

  @Put('assignments/:id')
  change(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(assignmentChangeSchema)) body: AssignmentChange,
  ) {
    return this.practice.change(principal, id, body);
  }

  @Delete('assignments/:id')
  @HttpCode(204)
  drop(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.practice.drop(principal, id);
  }

  @Get('assignments/:id/progress')
  progress(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.practice.progress(principal, id);
  }

  @Get('students/:id/ability')
  @Header(...JSON_TEXT)
  ability(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.practice.ability(principal, id);
  }

  @Get('students/:id/events')
  log(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.practice.log(principal, id);
  }

  @Post('students/:id/events')
  add(@SignedIn() principal: Principal, @Param('id') id: string, @Body(new JoiPipe(eventsSchema)) body: EventsForm) {
    return this.practice.tell(principal, id, body);
  }

  @Get('students/:id/links')
  links(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.practice.linksOf(principal, id);
  }

  @Post('students/:id/links')
  makeLink(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(linkSchema)) { days }: LinkForm,
  ) {
    return this.practice.makeLink(principal, id, days);
  }

  @Delete('links/:id')
  @HttpCode(204)
  revokeLink(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.practice.revokeLink(principal, id);
  }
}

/** The header that carries a link's token: never the address, which servers write down. */
export const LINK_HEADER = 'x-practice-link';

/** The header by which a room says what it knows already, as `ID:STATE` with commas between, and how many of them are looked at. */
const KNOWN_HEADER = 'x-room-known';
const MOST_KNOWN = 200;

/** The practice room of whoever holds a link. */
@Controller('practice')
export class PracticeController {
  constructor(private readonly practice: PracticeService) {}

  @Get()
  @Header(...JSON_TEXT)
  room(@Headers(LINK_HEADER) token: string | undefined, @Headers(KNOWN_HEADER) known: string | undefined) {
    return this.practice.room(token ?? '', (known ?? '').split(',').slice(0, MOST_KNOWN));
  }

  @Post('events')
  async add(@Headers(LINK_HEADER) token: string | undefined, @Body(new JoiPipe(eventsSchema)) body: EventsForm) {
    return this.practice.tellFromRoom(await this.practice.holderOf(token ?? ''), body);
  }
}
