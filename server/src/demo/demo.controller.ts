import { Controller, Delete, Get, HttpCode, Post, UseGuards } from '@nestjs/common';
import type { Principal } from '../auth/principal.ts';
import { AuthGuard, CurrentTeacher } from '../auth/auth-session.ts';
import { DemoService, type DemoState } from './demo.service.ts';

/** The demo in the signed-in teacher's studio. */
@Controller('demo')
@UseGuards(AuthGuard)
export class DemoController {
  constructor(private readonly demo: DemoService) {}

  @Get()
  state(@CurrentTeacher() principal: Principal): Promise<DemoState> {
    return this.demo.state(principal);
  }

  @Post()
  load(@CurrentTeacher() principal: Principal): Promise<DemoState> {
    return this.demo.load(principal);
  }

  @Delete()
  @HttpCode(204)
  remove(@CurrentTeacher() principal: Principal): Promise<void> {
    return this.demo.remove(principal);
  }
}
