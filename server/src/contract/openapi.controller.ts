import { Controller } from '@nestjs/common';
import { describeApi } from './openapi.ts';
import { Handles } from './route.ts';

/** The description of the API. */
@Controller()
export class OpenApiController {
  private description: object | undefined;

  @Handles('GET /openapi.json')
  describe(): object {
    return (this.description ??= describeApi());
  }
}
