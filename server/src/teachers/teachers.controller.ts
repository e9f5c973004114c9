import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import { lineOf } from '../auth/address.ts';
import { Devices } from '../auth/devices.ts';
import type { TeacherRole, Teacher } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher, toAccount, setSessionCookie, type Account } from '../auth/auth-session.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import { CONFIG_TOKEN, type Config } from '../config.ts';
import {
  createInvitationRequestSchema,
  viewInvitationRequestSchema,
  acceptInvitationRequestSchema,
  setRoleRequestSchema,
  type AcceptInvitationRequest,
} from './teachers.schema.ts';
import { TeachersService } from './teachers.service.ts';

/** The teachers of the signed-in teacher's studio. */
@Controller('teachers')
@UseGuards(AuthGuard)
export class TeachersController {
  constructor(private readonly teachers: TeachersService) {}

  @Get()
  async all(@CurrentTeacher() teacher: Teacher) {
    return (await this.teachers.all(teacher)).map((one) => ({ ...one, here: one.id === teacher.id }));
  }

  @Get('invites')
  invites(@CurrentTeacher() teacher: Teacher) {
    return this.teachers.invites(teacher);
  }

  @Post('invites')
  invite(
    @CurrentTeacher() teacher: Teacher,
    @Body(new JoiValidationPipe(createInvitationRequestSchema)) { days }: { readonly days: number },
  ) {
    return this.teachers.invite(teacher, days);
  }

  @Delete('invites/:id')
  @HttpCode(204)
  revoke(@CurrentTeacher() teacher: Teacher, @Param('id') id: string): Promise<void> {
    return this.teachers.revoke(teacher, id);
  }

  @Put(':id')
  @HttpCode(204)
  setRole(
    @CurrentTeacher() teacher: Teacher,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(setRoleRequestSchema)) { role }: { readonly role: TeacherRole },
  ): Promise<void> {
    return this.teachers.setRole(teacher, id, role);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@CurrentTeacher() teacher: Teacher, @Param('id') id: string): Promise<void> {
    return this.teachers.remove(teacher, id);
  }
}

/** The door for whoever is invited. */
@Controller('auth')
export class InvitationsController {
  constructor(
    private readonly teachers: TeachersService,
    private readonly devices: Devices,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Post('invited')
  @HttpCode(200)
  invited(
    @Body(new JoiValidationPipe(viewInvitationRequestSchema)) { token }: Pick<AcceptInvitationRequest, 'token'>,
    @Req() request: Request,
  ): Promise<{ readonly studio: string }> {
    return this.teachers.invitedTo(token, lineOf(request.ip ?? ''));
  }

  @Post('join')
  async join(
    @Body(new JoiValidationPipe(acceptInvitationRequestSchema)) body: AcceptInvitationRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const { teacher, token } = await this.teachers.join(body, await this.devices.visitor(request, body.email));
    await this.devices.remember(request, response, teacher.email);
    setSessionCookie(response, token, this.config);
    return toAccount(teacher);
  }
}
