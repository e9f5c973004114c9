import { Body, Controller, Get, HttpCode, Inject, Post, Put, Req, UseGuards } from '@nestjs/common';
import type { Request } from 'express';
import { CONFIG_TOKEN, type Config } from '../config.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import {
  passwordConfirmationSchema,
  totpCodeRequestSchema,
  turnOffSchema,
  type PasswordConfirmation,
  type TotpCodeRequest,
} from './auth.schema.ts';
import { AuthService } from './auth.service.ts';
import type { Teacher } from './principal.ts';
import { SecondFactorService, type SecondFactorEnrolment } from './second-factor.service.ts';
import { AuthGuard, CurrentTeacher, readSessionCookie } from './auth-session.ts';

/** The second factor of who is signed in. */
@Controller('auth/second-factor')
@UseGuards(AuthGuard)
export class SecondFactorController {
  constructor(
    private readonly auth: AuthService,
    private readonly second: SecondFactorService,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Get()
  async isOn(@CurrentTeacher() teacher: Teacher): Promise<{ readonly on: boolean }> {
    return { on: await this.second.isEnabled(teacher) };
  }

  @Post()
  async enrol(
    @CurrentTeacher() teacher: Teacher,
    @Body(new JoiValidationPipe(passwordConfirmationSchema)) { password }: PasswordConfirmation,
  ): Promise<SecondFactorEnrolment> {
    await this.auth.assertCurrentPassword(teacher, password);
    return this.second.propose(teacher);
  }

  @Put()
  @HttpCode(204)
  async confirm(
    @CurrentTeacher() teacher: Teacher,
    @Body(new JoiValidationPipe(totpCodeRequestSchema)) { code }: TotpCodeRequest,
    @Req() request: Request,
  ): Promise<void> {
    await this.second.confirm(teacher, code);
    // Sessions that were begun without a code end.
    await this.auth.endOtherSessions(teacher, readSessionCookie(request, this.config) ?? '');
  }

  @Post('off')
  @HttpCode(204)
  async turnOff(
    @CurrentTeacher() teacher: Teacher,
    @Body(new JoiValidationPipe(turnOffSchema)) { password, code }: PasswordConfirmation & TotpCodeRequest,
  ): Promise<void> {
    await this.auth.assertCurrentPassword(teacher, password);
    await this.second.disable(teacher, code);
  }
}
