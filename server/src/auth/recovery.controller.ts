import type { PasswordConfirmation, RecoverPasswordRequest } from '@fleet-wren/contract';
import { Controller, Body, Req, Inject, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { validBody } from '../contract/requests.ts';
import { Handles } from '../contract/route.ts';
import { type Config, CONFIG_TOKEN } from '../config.ts';
import { Devices } from './devices.ts';
import type { Teacher } from './principal.ts';
import { RecoveryService } from './recovery.service.ts';
import { toAccount, setSessionCookie, type Account, CurrentTeacher } from './auth-session.ts';

/** The way back in for who forgot the password. */
@Controller()
export class RecoveryController {
  constructor(
    private readonly recovery: RecoveryService,
    private readonly devices: Devices,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Handles('GET /auth/recovery-codes')
  async countCodes(@CurrentTeacher() teacher: Teacher): Promise<{ readonly left: number }> {
    return { left: await this.recovery.left(teacher) };
  }

  @Handles('POST /auth/recovery-codes')
  async regenerateCodes(
    @CurrentTeacher() teacher: Teacher,
    @Body(validBody('POST /auth/recovery-codes')) { password }: PasswordConfirmation,
  ): Promise<{ readonly codes: readonly string[] }> {
    return { codes: await this.recovery.newCodesOf(teacher, password) };
  }

  @Handles('POST /auth/recover')
  async recover(
    @Body(validBody('POST /auth/recover')) body: RecoverPasswordRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const welcome = await this.recovery.recover(body, await this.devices.visitor(request, body.email));
    await this.devices.remember(request, response, welcome.teacher.email);
    setSessionCookie(response, welcome.token, this.config);
    return toAccount(welcome.teacher);
  }
}
