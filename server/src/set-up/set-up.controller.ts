import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import {
  estimatesSchema,
  handSchema,
  schoolSchema,
  settingsSchema,
  type KeptEstimates,
  type KeptSettings,
  type NewHand,
  type SchoolForm,
} from './set-up.schema.ts';
import { SetUpService } from './set-up.service.ts';

/** Set-up of the signed-in teacher's studio: hands, schools of its own, estimates. */
@Controller()
@UseGuards(SessionGuard)
export class SetUpController {
  constructor(private readonly setUp: SetUpService) {}

  @Get('hands')
  hands(@SignedIn() principal: Principal) {
    return this.setUp.listHands(principal);
  }

  @Post('hands')
  keepHand(@SignedIn() principal: Principal, @Body(new JoiPipe(handSchema)) body: NewHand) {
    return this.setUp.keepHand(principal, body);
  }

  @Delete('hands/:id')
  @HttpCode(204)
  dropHand(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.setUp.dropHand(principal, id);
  }

  @Get('schools')
  schools(@SignedIn() principal: Principal) {
    return this.setUp.listSchools(principal);
  }

  @Post('schools')
  keepSchool(@SignedIn() principal: Principal, @Body(new JoiPipe(schoolSchema)) body: SchoolForm) {
    return this.setUp.keepSchool(principal, body);
  }

  @Put('schools/:id')
  changeSchool(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(schoolSchema)) body: SchoolForm,
  ) {
    return this.setUp.changeSchool(principal, id, body);
  }

  @Delete('schools/:id')
  @HttpCode(204)
  dropSchool(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.setUp.dropSchool(principal, id);
  }

  @Get('estimates')
  estimates(@SignedIn() principal: Principal): Promise<KeptEstimates> {
    return this.setUp.estimates(principal);
  }

  @Put('estimates')
  setEstimates(
    @SignedIn() principal: Principal,
    @Body(new JoiPipe(estimatesSchema)) body: KeptEstimates,
  ): Promise<KeptEstimates> {
    return this.setUp.setEstimates(principal, body);
  }

  @Get('settings')
  settings(@SignedIn() principal: Principal): Promise<KeptSettings> {
    return this.setUp.settings(principal);
  }

  @Put('settings')
  setSettings(
    @SignedIn() principal: Principal,
    @Body(new JoiPipe(settingsSchema)) body: KeptSettings,
  ): Promise<KeptSettings> {
    return this.setUp.setSettings(principal, body);
  }
}
