import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  Body,
  Controller,
  Delete,
  Get,
  Headers,
  HttpCode,
  Param,
  Post,
  Put,
  Req,
  Res,
  UseGuards,
} from '@nestjs/common';
import { message, createProblem, ProblemError } from '@fleet-wren/core';
import type { Request, Response } from 'express';
import type { Principal } from '../auth/principal.ts';
import { SessionGuard, SignedIn } from '../auth/session.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { LINK_HEADER } from '../practice/practice.controller.ts';
import { PracticeService } from '../practice/practice.service.ts';
import { judgementSchema, takeSchema, type JudgementForm, type TakeForm } from './takes.schema.ts';
import { TakesService, type Stretch } from './takes.service.ts';

/** The bytes that are asked for: from, and to the last; all without a range, or with one of another kind. */
const rangeOf = (
  header: string | undefined,
): { readonly from: number; readonly to: number; readonly part: boolean } => {
  const found = /^bytes=(\d{1,9})-(\d{0,9})$/.exec(header ?? '');
  if (!found) return { from: 0, to: Infinity, part: false };
  const [, from = '0', to = ''] = found;
  return { from: Number(from), to: to === '' ? Infinity : Number(to), part: true };
};

const send = async ({ take, from, to, bytes }: Stretch, part: boolean, response: Response): Promise<void> => {
  response.status(part ? 206 : 200);
  response.setHeader('content-type', take.mime);
  response.setHeader('content-length', to - from + 1);
  response.setHeader('accept-ranges', 'bytes');
  response.setHeader('content-disposition', 'attachment');
  if (part) response.setHeader('content-range', `bytes ${from}-${to}/${take.bytes}`);
  // Whoever leaves, or a take that is deleted meanwhile, ends it: what was sent cannot become another answer.
  await pipeline(Readable.from(bytes, { objectMode: false }), response).catch(() => undefined);
};

/** Takes of the students of the signed-in teacher's studio. */
@Controller()
@UseGuards(SessionGuard)
export class TakesController {
  constructor(private readonly takes: TakesService) {}

  @Get('students/:id/takes')
  ofStudent(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.takes.ofStudent(principal, id);
  }

  @Post('students/:id/takes')
  begin(@SignedIn() principal: Principal, @Param('id') id: string, @Body(new JoiPipe(takeSchema)) body: TakeForm) {
    return this.takes.begin(principal, id, body);
  }

  @Get('takes/:id')
  find(@SignedIn() principal: Principal, @Param('id') id: string) {
    return this.takes.find(principal, id);
  }

  @Put('takes/:id/parts/:number')
  addPart(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Param('number') number: string,
    @Req() { body }: Request,
  ) {
    return this.takes.addPart(principal, id, number, body);
  }

  @Get('takes/:id/sound')
  async sound(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Headers('range') range: string | undefined,
    @Res() response: Response,
  ): Promise<void> {
    const { from, to, part } = rangeOf(range);
    const stretch = await this.takes.sound(principal, id, from, to);
    if (stretch.from > stretch.to)
      throw new ProblemError(
        createProblem('request-wrong', { problem: message('request.sound-bytes', { bytes: stretch.take.bytes }) }),
      );
    await send(stretch, part, response);
  }

  @Put('takes/:id/judgement')
  judge(
    @SignedIn() principal: Principal,
    @Param('id') id: string,
    @Body(new JoiPipe(judgementSchema)) body: JudgementForm,
  ) {
    return this.takes.judge(principal, id, body);
  }

  @Delete('takes/:id')
  @HttpCode(204)
  drop(@SignedIn() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.takes.drop(principal, id);
  }
}

/** Takes that a student keeps from the practice room: they come in, and are heard by the teacher alone. */
@Controller('practice/takes')
export class RoomTakesController {
  constructor(
    private readonly takes: TakesService,
    private readonly practice: PracticeService,
  ) {}

  @Post()
  async begin(@Headers(LINK_HEADER) token: string | undefined, @Body(new JoiPipe(takeSchema)) body: TakeForm) {
    const holder = await this.practice.holderOf(token ?? '');
    return this.takes.begin(holder, holder.scope.student, body);
  }

  @Put(':id/parts/:number')
  async addPart(
    @Headers(LINK_HEADER) token: string | undefined,
    @Param('id') id: string,
    @Param('number') number: string,
    @Req() { body }: Request,
  ) {
    return this.takes.addPart(await this.practice.holderOf(token ?? ''), id, number, body);
  }
}
