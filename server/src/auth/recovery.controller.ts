import { Body, Controller, Get, HttpCode, Inject, Post, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import { CONFIG, type Config } from '../config.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { ownPasswordSchema, recoverySchema, type OwnPassword, type Recovery } from './auth.schema.ts';
import { Devices } from './devices.ts';
import type { Teacher } from './principal.ts';
import { RecoveryService } from './recovery.service.ts';
import { SessionGuard, SignedIn, accountOf, handOver, type Account } from './session.ts';

/** The way back in for who forgot the password. */
@Controller('auth')
export class RecoveryController {
  constructor(
    private readonly recovery: RecoveryService,
    private readonly devices: Devices,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get('recovery-codes')
  @UseGuards(SessionGuard)
  async left(@SignedIn() teacher: Teacher): Promise<{ readonly left: number }> {
    return { left: await this.recovery.left(teacher) };
  }

  @Post('recovery-codes')
  @UseGuards(SessionGuard)
  async make(
    @SignedIn() teacher: Teacher,
    @Body(new JoiPipe(ownPasswordSchema)) { password }: OwnPassword,
  ): Promise<{ readonly codes: readonly string[] }> {
    return { codes: await this.recovery.newCodesOf(teacher, password) };
  }

  @Post('recover')
  @HttpCode(200)
  async recover(
    @Body(new JoiPipe(recoverySchema)) body: Recovery,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const welcome = await this.recovery.recover(body, await this.devices.visitor(request, body.email));
    await this.devices.remember(request, response, welcome.teacher.email);
    handOver(response, welcome.token, this.config);
    return accountOf(welcome.teacher);
  }
}
