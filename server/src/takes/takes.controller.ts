import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { PRACTICE_LINK_HEADER, type CreateTakeRequest, type SaveTakeAssessmentRequest } from '@fleet-wren/contract';
import { Controller, Param, Body, Req, Res, Headers } from '@nestjs/common';
import { message, createProblem, ProblemError } from '@fleet-wren/core';
import type { Request, Response } from 'express';
import { CurrentTeacher } from '../auth/auth-session.ts';
import { validBody } from '../contract/requests.ts';
import { Handles, HandlesResponse } from '../contract/route.ts';
import type { Principal } from '../auth/principal.ts';
import { PracticeService } from '../practice/practice.service.ts';
import { TakesService, type AudioRange } from './takes.service.ts';

/** The bytes that are asked for: from, and to the last; all without a range, or with one of another kind. */
const rangeOf = (
  header: string | undefined,
): { readonly from: number; readonly to: number; readonly part: boolean } => {
  const found = /^bytes=(\d{1,9})-(\d{0,9})$/.exec(header ?? '');
  if (!found) return { from: 0, to: Infinity, part: false };
  const [, from = '0', to = ''] = found;
  return { from: Number(from), to: to === '' ? Infinity : Number(to), part: true };
};

const send = async ({ take, from, to, bytes }: AudioRange, part: boolean, response: Response): Promise<void> => {
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
export class TakesController {
  constructor(private readonly takes: TakesService) {}

  @Handles('GET /students/:id/takes')
  ofStudent(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.takes.ofStudent(principal, id);
  }

  @Handles('POST /students/:id/takes')
  begin(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('POST /students/:id/takes')) body: CreateTakeRequest,
  ) {
    return this.takes.createUpload(principal, id, body);
  }

  @Handles('GET /takes/:id')
  find(@CurrentTeacher() principal: Principal, @Param('id') id: string) {
    return this.takes.find(principal, id);
  }

  @Handles('PUT /takes/:id/parts/:number')
  addPart(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Param('number') number: string,
    @Req() { body }: Request,
  ) {
    return this.takes.uploadPart(principal, id, number, body);
  }

  @HandlesResponse('GET /takes/:id/sound')
  async sound(
    @CurrentTeacher() principal: Principal,
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

  @Handles('PUT /takes/:id/judgement')
  judge(
    @CurrentTeacher() principal: Principal,
    @Param('id') id: string,
    @Body(validBody('PUT /takes/:id/judgement')) body: SaveTakeAssessmentRequest,
  ) {
    return this.takes.saveAssessment(principal, id, body);
  }

  @Handles('DELETE /takes/:id')
  drop(@CurrentTeacher() principal: Principal, @Param('id') id: string): Promise<void> {
    return this.takes.delete(principal, id);
  }
}

/** Takes that a student keeps from the practice room: they come in, and are heard by the teacher alone. */
@Controller()
export class PracticeTakesController {
  constructor(
    private readonly takes: TakesService,
    private readonly practice: PracticeService,
  ) {}

  @Handles('POST /practice/takes')
  async begin(
    @Headers(PRACTICE_LINK_HEADER) token: string | undefined,
    @Body(validBody('POST /practice/takes')) body: CreateTakeRequest,
  ) {
    const holder = await this.practice.resolveLink(token ?? '');
    return this.takes.createUpload(holder, holder.scope.student, body);
  }

  @Handles('PUT /practice/takes/:id/parts/:number')
  async addPart(
    @Headers(PRACTICE_LINK_HEADER) token: string | undefined,
    @Param('id') id: string,
    @Param('number') number: string,
    @Req() { body }: Request,
  ) {
    return this.takes.uploadPart(await this.practice.resolveLink(token ?? ''), id, number, body);
  }
}
