import { Body, Controller, Get, HttpCode, Post, Put, UseGuards } from '@nestjs/common';
import { JoiPipe } from '../common/joi.pipe.ts';
import { ownPasswordSchema, timeCodeSchema, type OwnPassword, type TimeCode } from './auth.schema.ts';
import { AuthService } from './auth.service.ts';
import type { Teacher } from './principal.ts';
import { SecondFactorService, type ProposedFactor } from './second-factor.service.ts';
import { SessionGuard, SignedIn } from './session.ts';

/** The second factor of who is signed in. */
@Controller('auth/second-factor')
@UseGuards(SessionGuard)
export class SecondFactorController {
  constructor(
    private readonly auth: AuthService,
    private readonly second: SecondFactorService,
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
  async confirm(@SignedIn() teacher: Teacher, @Body(new JoiPipe(timeCodeSchema)) { code }: TimeCode): Promise<void> {
    await this.second.confirm(teacher, code);
  }

  @Post('off')
  @HttpCode(204)
  async turnOff(
    @SignedIn() teacher: Teacher,
    @Body(new JoiPipe(ownPasswordSchema)) { password }: OwnPassword,
  ): Promise<void> {
    await this.auth.assertOwnPassword(teacher, password);
    await this.second.turnOff(teacher);
  }
}
