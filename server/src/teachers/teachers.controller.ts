import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import { lineOf } from '../auth/address.ts';
import { Devices } from '../auth/devices.ts';
import type { Role, Teacher } from '../auth/principal.ts';
import { SessionGuard, SignedIn, accountOf, handOver, type Account } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { CONFIG, type Config } from '../config.ts';
import { inviteSchema, invitedSchema, joiningSchema, roleSchema, type Joining } from './teachers.schema.ts';
import { TeachersService } from './teachers.service.ts';

/** The teachers of the signed-in teacher's studio. */
@Controller('teachers')
@UseGuards(SessionGuard)
export class TeachersController {
  constructor(private readonly teachers: TeachersService) {}

  @Get()
  async all(@SignedIn() teacher: Teacher) {
    return (await this.teachers.all(teacher)).map((one) => ({ ...one, here: one.id === teacher.id }));
  }

  @Get('invites')
  invites(@SignedIn() teacher: Teacher) {
    return this.teachers.invites(teacher);
  }

  @Post('invites')
  invite(@SignedIn() teacher: Teacher, @Body(new JoiPipe(inviteSchema)) { days }: { readonly days: number }) {
    return this.teachers.invite(teacher, days);
  }

  @Delete('invites/:id')
  @HttpCode(204)
  revoke(@SignedIn() teacher: Teacher, @Param('id') id: string): Promise<void> {
    return this.teachers.revoke(teacher, id);
  }

  @Put(':id')
  @HttpCode(204)
  setRole(
    @SignedIn() teacher: Teacher,
    @Param('id') id: string,
    @Body(new JoiPipe(roleSchema)) { role }: { readonly role: Role },
  ): Promise<void> {
    return this.teachers.setRole(teacher, id, role);
  }

  @Delete(':id')
  @HttpCode(204)
  remove(@SignedIn() teacher: Teacher, @Param('id') id: string): Promise<void> {
    return this.teachers.remove(teacher, id);
  }
}

/** The door for whoever is invited. */
@Controller('auth')
export class JoiningController {
  constructor(
    private readonly teachers: TeachersService,
    private readonly devices: Devices,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Post('invited')
  @HttpCode(200)
  invited(
    @Body(new JoiPipe(invitedSchema)) { token }: Pick<Joining, 'token'>,
    @Req() request: Request,
  ): Promise<{ readonly studio: string }> {
    return this.teachers.invitedTo(token, lineOf(request.ip ?? ''));
  }

  @Post('join')
  async join(
    @Body(new JoiPipe(joiningSchema)) body: Joining,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const { teacher, token } = await this.teachers.join(body, await this.devices.visitor(request, body.email));
    await this.devices.remember(request, response, teacher.email);
    handOver(response, token, this.config);
    return accountOf(teacher);
  }
}
