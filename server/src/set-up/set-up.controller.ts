import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, UseGuards } from '@nestjs/common';
import type { Teacher } from '../auth/auth.store.ts';
import { SessionGuard, SignedInTeacher } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import {
  estimatesSchema,
  handSchema,
  schoolSchema,
  type Estimates,
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
  hands(@SignedInTeacher() { studioId }: Teacher) {
    return this.setUp.listHands(studioId);
  }

  @Post('hands')
  keepHand(@SignedInTeacher() { studioId }: Teacher, @Body(new JoiPipe(handSchema)) body: NewHand) {
    return this.setUp.keepHand(studioId, body);
  }

  @Delete('hands/:id')
  @HttpCode(204)
  dropHand(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string): Promise<void> {
    return this.setUp.dropHand(studioId, id);
  }

  @Get('schools')
  schools(@SignedInTeacher() { studioId }: Teacher) {
    return this.setUp.listSchools(studioId);
  }

  @Post('schools')
  keepSchool(@SignedInTeacher() { studioId }: Teacher, @Body(new JoiPipe(schoolSchema)) body: SchoolForm) {
    return this.setUp.keepSchool(studioId, body);
  }

  @Put('schools/:id')
  changeSchool(
    @SignedInTeacher() { studioId }: Teacher,
    @Param('id') id: string,
    @Body(new JoiPipe(schoolSchema)) body: SchoolForm,
  ) {
    return this.setUp.changeSchool(studioId, id, body);
  }

  @Delete('schools/:id')
  @HttpCode(204)
  dropSchool(@SignedInTeacher() { studioId }: Teacher, @Param('id') id: string): Promise<void> {
    return this.setUp.dropSchool(studioId, id);
  }

  @Get('estimates')
  async estimates(@SignedInTeacher() { studioId }: Teacher): Promise<{ readonly estimates: Estimates }> {
    return { estimates: await this.setUp.estimates(studioId) };
  }

  @Put('estimates')
  async setEstimates(
    @SignedInTeacher() { studioId }: Teacher,
    @Body(new JoiPipe(estimatesSchema)) { estimates }: { readonly estimates: Estimates },
  ): Promise<{ readonly estimates: Estimates }> {
    return { estimates: await this.setUp.setEstimates(studioId, estimates) };
  }
}
