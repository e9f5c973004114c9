import { Controller } from '@nestjs/common';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { Handles } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import { DemoService, type DemoState } from './demo.service.ts';

/** The demo in the signed-in teacher's studio. */
@Controller()
export class DemoController {
  constructor(private readonly demo: DemoService) {}

  @Handles('GET /demo')
  state(@CurrentTeacher() principal: Principal): Promise<DemoState> {
    return this.demo.state(principal);
  }

  @Handles('POST /demo')
  load(@CurrentTeacher() principal: Principal): Promise<DemoState> {
    return this.demo.load(principal);
  }

  @Handles('DELETE /demo')
  remove(@CurrentTeacher() principal: Principal): Promise<void> {
    return this.demo.remove(principal);
  }
}
