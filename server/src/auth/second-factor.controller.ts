import type { PasswordConfirmation, TotpCodeRequest } from '@fleet-wren/contract';
import { Controller, Body, Req, Inject } from '@nestjs/common';
import type { Request } from 'express';
import { validBody } from '../contract/requests.ts';
import { Handles } from '../contract/route.ts';
import { type Config, CONFIG_TOKEN } from '../config.ts';
import { AuthService } from './auth.service.ts';
import type { Teacher } from './principal.ts';
import { SecondFactorService, type SecondFactorEnrolment } from './second-factor.service.ts';
import { readSessionCookie, CurrentTeacher } from './auth-session.ts';

/** The second factor of who is signed in. */
@Controller()
export class SecondFactorController {
  constructor(
    private readonly auth: AuthService,
    private readonly second: SecondFactorService,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Handles('GET /auth/second-factor')
  async isOn(@CurrentTeacher() teacher: Teacher): Promise<{ readonly on: boolean }> {
    return { on: await this.second.isEnabled(teacher) };
  }

  @Handles('POST /auth/second-factor')
  async enrol(
    @CurrentTeacher() teacher: Teacher,
    @Body(validBody('POST /auth/second-factor')) { password }: PasswordConfirmation,
  ): Promise<SecondFactorEnrolment> {
    await this.auth.assertCurrentPassword(teacher, password);
    return this.second.propose(teacher);
  }

  @Handles('PUT /auth/second-factor')
  async confirm(
    @CurrentTeacher() teacher: Teacher,
    @Body(validBody('PUT /auth/second-factor')) { code }: TotpCodeRequest,
    @Req() request: Request,
  ): Promise<void> {
    await this.second.confirm(teacher, code);
    // Sessions that were begun without a code end.
    await this.auth.endOtherSessions(teacher, readSessionCookie(request, this.config) ?? '');
  }

  @Handles('POST /auth/second-factor/off')
  async turnOff(
    @CurrentTeacher() teacher: Teacher,
    @Body(validBody('POST /auth/second-factor/off')) { password, code }: PasswordConfirmation & TotpCodeRequest,
  ): Promise<void> {
    await this.auth.assertCurrentPassword(teacher, password);
    await this.second.disable(teacher, code);
  }
}
