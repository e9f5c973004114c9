import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import {
  versionedEstimatesSchema,
  saveHandProfileRequestSchema,
  saveSchoolRequestSchema,
  versionedSettingsSchema,
  type VersionedEstimates,
  type VersionedSettings,
  type SaveHandProfileRequest,
  type SaveSchoolRequest,
} from './settings.schema.ts';
import { SettingsService } from './settings.service.ts';

/** Set-up of the signed-in teacher's studio: hands, schools of its own, estimates. */
@Controller()
@UseGuards(AuthGuard)
export class SettingsController {
  constructor(private readonly setUp: SettingsService) {}

  @Get('hands')
  hands(@CurrentTeacher() principal: Principal) {
    return this.setUp.listHands(principal);
  }

  @Post('hands')
  keepHand(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(saveHandProfileRequestSchema)) body: SaveHandProfileRequest,
  ) {
    return this.setUp.createHandProfile(principal, body);
  }

  @Delete('hands/:id')
  @HttpCode(204)
  dropHand(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.setUp.deleteHandProfile(principal, id);
  }

  @Get('schools')
  schools(@CurrentTeacher() principal: Principal) {
    return this.setUp.listSchools(principal);
  }

  @Post('schools')
  keepSchool(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(saveSchoolRequestSchema)) body: SaveSchoolRequest,
  ) {
    return this.setUp.createSchool(principal, body);
  }

  @Put('schools/:id')
  changeSchool(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiValidationPipe(saveSchoolRequestSchema)) body: SaveSchoolRequest,
  ) {
    return this.setUp.changeSchool(principal, id, body);
  }

  @Delete('schools/:id')
  @HttpCode(204)
  dropSchool(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.setUp.deleteSchool(principal, id);
  }

  @Get('estimates')
  estimates(@CurrentTeacher() principal: Principal): Promise<VersionedEstimates> {
    return this.setUp.estimates(principal);
  }

  @Put('estimates')
  setEstimates(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(versionedEstimatesSchema)) body: VersionedEstimates,
  ): Promise<VersionedEstimates> {
    return this.setUp.setEstimates(principal, body);
  }

  @Get('settings')
  settings(@CurrentTeacher() principal: Principal): Promise<VersionedSettings> {
    return this.setUp.settings(principal);
  }

  @Put('settings')
  setSettings(
    @CurrentTeacher() principal: Principal,
    @Body(new JoiValidationPipe(versionedSettingsSchema)) body: VersionedSettings,
  ): Promise<VersionedSettings> {
    return this.setUp.setSettings(principal, body);
  }
}
