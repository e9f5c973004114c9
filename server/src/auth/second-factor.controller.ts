import { Body, Controller, Get, HttpCode, Inject, Post, Put, Req, UseGuards } from '@nestjs/common';
import type { Request } from 'express';
import { CONFIG, type Config } from '../config.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { ownPasswordSchema, timeCodeSchema, turnOffSchema, type OwnPassword, type TimeCode } from './auth.schema.ts';
import { AuthService } from './auth.service.ts';
import type { Teacher } from './principal.ts';
import { SecondFactorService, type ProposedFactor } from './second-factor.service.ts';
import { SessionGuard, SignedIn, tokenOf } from './session.ts';

/** The second factor of who is signed in. */
@Controller('auth/second-factor')
@UseGuards(SessionGuard)
export class SecondFactorController {
  constructor(
    private readonly auth: AuthService,
    private readonly second: SecondFactorService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Get()
  async isOn(@SignedIn() teacher: Teacher): Promise<{ readonly on: boolean }> {
    return { on: await this.second.isOn(teacher) };
  }

  @Post()
  async propose(
    @SignedIn() teacher: Teacher,
    @Body(new JoiPipe(ownPasswordSchema)) { password }: OwnPassword,
  ): Promise<ProposedFactor> {
    await this.auth.assertOwnPassword(teacher, password);
    return this.second.propose(teacher);
  }

  @Put()
  @HttpCode(204)
  async confirm(
    @SignedIn() teacher: Teacher,
    @Body(new JoiPipe(timeCodeSchema)) { code }: TimeCode,
    @Req() request: Request,
  ): Promise<void> {
    await this.second.confirm(teacher, code);
    // Sessions that were begun without a code end.
    await this.auth.endOtherSessions(teacher, tokenOf(request, this.config) ?? '');
  }

  @Post('off')
  @HttpCode(204)
  async turnOff(
    @SignedIn() teacher: Teacher,
    @Body(new JoiPipe(turnOffSchema)) { password, code }: OwnPassword & TimeCode,
  ): Promise<void> {
    await this.auth.assertOwnPassword(teacher, password);
    await this.second.turnOff(teacher, code);
  }
}
