import type { ChangePasswordRequest, RegisterRequest, SessionState, SignInRequest } from '@fleet-wren/contract';
import { Controller, Param, Body, Req, Inject, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { validBody } from '../contract/requests.ts';
import { Handles } from '../contract/route.ts';
import { type Config, CONFIG_TOKEN } from '../config.ts';
import { parseId } from '../common/ids.ts';
import { AuthService, type AuthSessionListItem, type SignInResult } from './auth.service.ts';
import { Devices } from './devices.ts';
import type { Teacher } from './principal.ts';
import {
  toAccount,
  setSessionCookie,
  clearSessionCookie,
  readSessionCookie,
  type Account,
  CurrentTeacher,
} from './auth-session.ts';

/** The door of the studio: register, sign in, sign out. */
@Controller()
export class AuthController {
  constructor(
    private readonly auth: AuthService,
    private readonly devices: Devices,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Handles('POST /auth/register')
  async register(
    @Body(validBody('POST /auth/register')) body: RegisterRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const visitor = await this.devices.visitor(request, body.email);
    return this.welcome(await this.auth.register(body, visitor), request, response);
  }

  @Handles('POST /auth/sign-in')
  async signIn(
    @Body(validBody('POST /auth/sign-in')) body: SignInRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const visitor = await this.devices.visitor(request, body.email);
    return this.welcome(await this.auth.signIn(body, visitor), request, response);
  }

  @Handles('POST /auth/sign-out')
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = readSessionCookie(request, this.config);
    if (token) await this.auth.signOut(token);
    clearSessionCookie(response, this.config);
  }

  @Handles('GET /auth/session')
  async getSession(@Req() request: Request): Promise<SessionState> {
    const token = readSessionCookie(request, this.config);
    const teacher = token === undefined ? undefined : await this.auth.authenticate(token);
    return { account: teacher ? toAccount(teacher) : null };
  }

  @Handles('GET /auth/me')
  getAccount(@CurrentTeacher() teacher: Teacher): Account {
    return toAccount(teacher);
  }

  @Handles('GET /auth/sessions')
  listSessions(@CurrentTeacher() teacher: Teacher, @Req() request: Request): Promise<readonly AuthSessionListItem[]> {
    return this.auth.sessions(teacher, readSessionCookie(request, this.config) ?? '');
  }

  @Handles('DELETE /auth/sessions/:id')
  async revokeSession(@CurrentTeacher() teacher: Teacher, @Param('id') id: string): Promise<void> {
    await this.auth.revokeSession(teacher, parseId(id));
  }

  @Handles('PUT /auth/password')
  async changePassword(
    @CurrentTeacher() teacher: Teacher,
    @Body(validBody('PUT /auth/password')) body: ChangePasswordRequest,
    @Req() request: Request,
  ): Promise<void> {
    await this.auth.changePassword(teacher, body, readSessionCookie(request, this.config) ?? '');
  }

  /** Hands a new session over; the one the browser had before is ended. */
  private async welcome({ teacher, token }: SignInResult, request: Request, response: Response): Promise<Account> {
    const before = readSessionCookie(request, this.config);
    if (before) await this.auth.signOut(before);
    await this.devices.remember(request, response, teacher.email);
    setSessionCookie(response, token, this.config);
    return toAccount(teacher);
  }
}
