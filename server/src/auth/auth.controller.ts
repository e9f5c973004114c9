import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
import { CONFIG_TOKEN, type Config } from '../config.ts';
import { parseId } from '../common/ids.ts';
import { JoiValidationPipe } from '../common/joi-validation.pipe.ts';
import {
  signInRequestSchema,
  changePasswordRequestSchema,
  registerRequestSchema,
  type SignInRequest,
  type ChangePasswordRequest,
  type RegisterRequest,
} from './auth.schema.ts';
import { AuthService, type AuthSessionListItem, type SignInResult } from './auth.service.ts';
import { Devices } from './devices.ts';
import type { Teacher } from './principal.ts';
import {
  AuthGuard,
  CurrentTeacher,
  toAccount,
  setSessionCookie,
  clearSessionCookie,
  readSessionCookie,
  type Account,
} from './auth-session.ts';

/** The door of the studio: register, sign in, sign out. */
@Controller('auth')
export class AuthController {
  constructor(
    private readonly auth: AuthService,
    private readonly devices: Devices,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  @Post('register')
  async register(
    @Body(new JoiValidationPipe(registerRequestSchema)) body: RegisterRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const visitor = await this.devices.visitor(request, body.email);
    return this.welcome(await this.auth.register(body, visitor), request, response);
  }

  @Post('sign-in')
  @HttpCode(200)
  async signIn(
    @Body(new JoiValidationPipe(signInRequestSchema)) body: SignInRequest,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const visitor = await this.devices.visitor(request, body.email);
    return this.welcome(await this.auth.signIn(body, visitor), request, response);
  }

  @Post('sign-out')
  @HttpCode(204)
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = readSessionCookie(request, this.config);
    if (token) await this.auth.signOut(token);
    clearSessionCookie(response, this.config);
  }

  @Get('me')
  @UseGuards(AuthGuard)
  getAccount(@CurrentTeacher() teacher: Teacher): Account {
    return toAccount(teacher);
  }

  @Get('sessions')
  @UseGuards(AuthGuard)
  listSessions(@CurrentTeacher() teacher: Teacher, @Req() request: Request): Promise<readonly AuthSessionListItem[]> {
    return this.auth.sessions(teacher, readSessionCookie(request, this.config) ?? '');
  }

  @Delete('sessions/:id')
  @HttpCode(204)
  @UseGuards(AuthGuard)
  async revokeSession(@CurrentTeacher() teacher: Teacher, @Param('id') id: string): Promise<void> {
    await this.auth.revokeSession(teacher, parseId(id));
  }

  @Put('password')
  @HttpCode(204)
  @UseGuards(AuthGuard)
  async changePassword(
    @CurrentTeacher() teacher: Teacher,
    @Body(new JoiValidationPipe(changePasswordRequestSchema)) body: ChangePasswordRequest,
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
