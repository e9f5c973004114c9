import type {
  SaveHandProfileRequest,
  SaveSchoolRequest,
  VersionedEstimates,
  VersionedSettings,
} from '@fleet-wren/contract';
import { Controller, Param, Body } from '@nestjs/common';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { validBody } from '../contract/requests.ts';
import { Handles } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import { SettingsService } from './settings.service.ts';

/** Set-up of the signed-in teacher's studio: hands, schools of its own, estimates. */
@Controller()
export class SettingsController {
  constructor(private readonly setUp: SettingsService) {}

  @Handles('GET /hands')
  hands(@CurrentTeacher() principal: Principal) {
    return this.setUp.listHands(principal);
  }

  @Handles('POST /hands')
  keepHand(@CurrentTeacher() principal: Principal, @Body(validBody('POST /hands')) body: SaveHandProfileRequest) {
    return this.setUp.createHandProfile(principal, body);
  }

  @Handles('DELETE /hands/:id')
  dropHand(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.setUp.deleteHandProfile(principal, id);
  }

  @Handles('GET /schools')
  schools(@CurrentTeacher() principal: Principal) {
    return this.setUp.listSchools(principal);
  }

  @Handles('POST /schools')
  keepSchool(@CurrentTeacher() principal: Principal, @Body(validBody('POST /schools')) body: SaveSchoolRequest) {
    return this.setUp.createSchool(principal, body);
  }

  @Handles('PUT /schools/:id')
  changeSchool(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('PUT /schools/:id')) body: SaveSchoolRequest,
  ) {
    return this.setUp.changeSchool(principal, id, body);
  }

  @Handles('DELETE /schools/:id')
  dropSchool(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.setUp.deleteSchool(principal, id);
  }

  @Handles('GET /estimates')
  estimates(@CurrentTeacher() principal: Principal): Promise<VersionedEstimates> {
    return this.setUp.estimates(principal);
  }

  @Handles('PUT /estimates')
  setEstimates(
    @CurrentTeacher() principal: Principal,
    @Body(validBody('PUT /estimates')) body: VersionedEstimates,
  ): Promise<VersionedEstimates> {
    return this.setUp.setEstimates(principal, body);
  }

  @Handles('GET /settings')
  settings(@CurrentTeacher() principal: Principal): Promise<VersionedSettings> {
    return this.setUp.settings(principal);
  }

  @Handles('PUT /settings')
  setSettings(
    @CurrentTeacher() principal: Principal,
    @Body(validBody('PUT /settings')) body: VersionedSettings,
  ): Promise<VersionedSettings> {
    return this.setUp.setSettings(principal, body);
  }
}
