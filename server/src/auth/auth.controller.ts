import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Req, Res, UseGuards } from '@nestjs/common';
import type { CookieOptions, Request, Response } from 'express';
import { CONFIG, type Config } from '../config.ts';
import { checkedId } from '../common/ids.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import {
  credentialsSchema,
  passwordChangeSchema,
  registrationSchema,
  type Credentials,
  type PasswordChange,
  type Registration,
} from './auth.schema.ts';
import { AuthService, SESSION_LENGTH, type KnownSession, type Welcome } from './auth.service.ts';
import type { Teacher } from './principal.ts';
import { SESSION_COOKIE, SessionGuard, SignedIn, tokenOf } from './session.ts';

/** What the application is told about who is signed in. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly studio: string;
}

/** What a browser says it is: a teacher tells sessions apart by it. */
const deviceOf = (request: Request): string => request.get('user-agent') ?? '';

const accountOf = ({ name, email, studioName }: Teacher): Account => ({ name, email, studio: studioName });

/** The door of the studio: register, sign in, sign out. */
@Controller('auth')
export class AuthController {
  private readonly cookie: CookieOptions;

  constructor(
    private readonly auth: AuthService,
    @Inject(CONFIG) config: Config,
  ) {
    this.cookie = { httpOnly: true, sameSite: 'lax', secure: config.secureCookies, path: '/' };
  }

  @Post('register')
  async register(
    @Body(new JoiPipe(registrationSchema)) body: Registration,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    return this.welcome(await this.auth.register(body, request.ip ?? '', deviceOf(request)), response);
  }

  @Post('sign-in')
  @HttpCode(200)
  async signIn(
    @Body(new JoiPipe(credentialsSchema)) body: Credentials,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    return this.welcome(await this.auth.signIn(body, request.ip ?? '', deviceOf(request)), response);
  }

  @Post('sign-out')
  @HttpCode(204)
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = tokenOf(request);
    if (token) await this.auth.signOut(token);
    response.clearCookie(SESSION_COOKIE, this.cookie);
  }

  @Get('me')
  @UseGuards(SessionGuard)
  me(@SignedIn() teacher: Teacher): Account {
    return accountOf(teacher);
  }

  @Get('sessions')
  @UseGuards(SessionGuard)
  sessions(@SignedIn() teacher: Teacher, @Req() request: Request): Promise<readonly KnownSession[]> {
    return this.auth.sessions(teacher, tokenOf(request) ?? '');
  }

  @Delete('sessions/:id')
  @HttpCode(204)
  @UseGuards(SessionGuard)
  async endSession(@SignedIn() teacher: Teacher, @Param('id') id: string): Promise<void> {
    await this.auth.endSession(teacher, checkedId(id));
  }

  @Put('password')
  @HttpCode(204)
  @UseGuards(SessionGuard)
  async changePassword(
    @SignedIn() teacher: Teacher,
    @Body(new JoiPipe(passwordChangeSchema)) body: PasswordChange,
    @Req() request: Request,
  ): Promise<void> {
    await this.auth.changePassword(teacher, body, tokenOf(request) ?? '');
  }

  private welcome({ teacher, token }: Welcome, response: Response): Account {
    response.cookie(SESSION_COOKIE, token, { ...this.cookie, maxAge: SESSION_LENGTH });
    return accountOf(teacher);
  }
}
