import { Body, Controller, Get, HttpCode, Inject, Post, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import { CONFIG_TOKEN, type Config } from '../config.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import {
  passwordConfirmationSchema,
  recoverPasswordRequestSchema,
  type PasswordConfirmation,
  type RecoverPasswordRequest,
} from './auth.schema.ts';
import { Devices } from './devices.ts';
import type { Teacher } from './principal.ts';
import { RecoveryService } from './recovery.service.ts';
import { AuthGuard, CurrentTeacher, toAccount, setSessionCookie, type Account } from './auth-session.ts';

/** The way back in for who forgot the password. */
@Controller('auth')
export class RecoveryController {
  constructor(
    private readonly recovery: RecoveryService,
    private readonly devices: Devices,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Get('recovery-codes')
  @UseGuards(AuthGuard)
  async countCodes(@CurrentTeacher() teacher: Teacher): Promise<{ readonly left: number }> {
    return { left: await this.recovery.left(teacher) };
  }

  @Post('recovery-codes')
  @UseGuards(AuthGuard)
  async regenerateCodes(
    @CurrentTeacher() teacher: Teacher,
    @Body(new JoiValidationPipe(passwordConfirmationSchema)) { password }: PasswordConfirmation,
  ): Promise<{ readonly codes: readonly string[] }> {
    return { codes: await this.recovery.newCodesOf(teacher, password) };
  }

  @Post('recover')
  @HttpCode(200)
  async recover(
    @Body(new JoiValidationPipe(recoverPasswordRequestSchema)) body: RecoverPasswordRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const welcome = await this.recovery.recover(body, await this.devices.visitor(request, body.email));
    await this.devices.remember(request, response, welcome.teacher.email);
    setSessionCookie(response, welcome.token, this.config);
    return toAccount(welcome.teacher);
  }
}
