import type { AcceptInvitationRequest } from '@fleet-wren/contract';
import { Controller, Param, Body, Req, Inject, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { validBody } from '../contract/requests.ts';
import { Handles } from '../contract/route.ts';
import { lineOf } from '../auth/address.ts';
import { Devices } from '../auth/devices.ts';
import type { TeacherRole, Teacher } from '../auth/principal.ts';
import { toAccount, setSessionCookie, type Account, CurrentTeacher } from '../auth/auth-session.ts';
import { type Config, CONFIG_TOKEN } from '../config.ts';
import { TeachersService } from './teachers.service.ts';

/** The teachers of the signed-in teacher's studio. */
@Controller()
export class TeachersController {
  constructor(private readonly teachers: TeachersService) {}

  @Handles('GET /teachers')
  async all(@CurrentTeacher() teacher: Teacher) {
    return (await this.teachers.all(teacher)).map((one) => ({ ...one, here: one.id === teacher.id }));
  }

  @Handles('GET /teachers/invites')
  invites(@CurrentTeacher() teacher: Teacher) {
    return this.teachers.invites(teacher);
  }

  @Handles('POST /teachers/invites')
  invite(
    @CurrentTeacher() teacher: Teacher,
    @Body(validBody('POST /teachers/invites')) { days }: { readonly days: number },
  ) {
    return this.teachers.invite(teacher, days);
  }

  @Handles('DELETE /teachers/invites/:id')
  revoke(@CurrentTeacher() teacher: Teacher, @Param('id') id: string): Promise<void> {
    return this.teachers.revoke(teacher, id);
  }

  @Handles('PUT /teachers/:id')
  setRole(
    @CurrentTeacher() teacher: Teacher,
    @Param('id') id: string,
    @Body(validBody('PUT /teachers/:id')) { role }: { readonly role: TeacherRole },
  ): Promise<void> {
    return this.teachers.setRole(teacher, id, role);
  }

  @Handles('DELETE /teachers/:id')
  remove(@CurrentTeacher() teacher: Teacher, @Param('id') id: string): Promise<void> {
    return this.teachers.remove(teacher, id);
  }
}

/** The door for whoever is invited. */
@Controller()
export class InvitationsController {
  constructor(
    private readonly teachers: TeachersService,
    private readonly devices: Devices,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Handles('POST /auth/invited')
  invited(
    @Body(validBody('POST /auth/invited')) { token }: Pick<AcceptInvitationRequest, 'token'>,
    @Req() request: Request,
  ): Promise<{ readonly studio: string }> {
    return this.teachers.invitedTo(token, lineOf(request.ip ?? ''));
  }

  @Handles('POST /auth/join')
  async join(
    @Body(validBody('POST /auth/join')) body: AcceptInvitationRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const { teacher, token } = await this.teachers.join(body, await this.devices.visitor(request, body.email));
    await this.devices.remember(request, response, teacher.email);
    setSessionCookie(response, token, this.config);
    return toAccount(teacher);
  }
}
