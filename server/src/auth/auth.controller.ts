import { Body, Controller, Get, HttpCode, Inject, Post, Req, Res, UseGuards } from '@nestjs/common';
import type { CookieOptions, Request, Response } from 'express';
import { CONFIG, type Config } from '../config.ts';
import { JoiPipe } from '../common/joi.pipe.ts';
import { credentialsSchema, registrationSchema, type Credentials, type Registration } from './auth.schema.ts';
import { AuthService, SESSION_LENGTH, type Welcome } from './auth.service.ts';
import type { Teacher } from './principal.ts';
import { SESSION_COOKIE, SessionGuard, SignedIn, tokenOf } from './session.ts';

/** What the application is told about who is signed in. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly studio: string;
}

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
    return this.welcome(await this.auth.register(body, request.ip ?? ''), response);
  }

  @Post('sign-in')
  @HttpCode(200)
  async signIn(
    @Body(new JoiPipe(credentialsSchema)) body: Credentials,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    return this.welcome(await this.auth.signIn(body, request.ip ?? ''), response);
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

  private welcome({ teacher, token }: Welcome, response: Response): Account {
    response.cookie(SESSION_COOKIE, token, { ...this.cookie, maxAge: SESSION_LENGTH });
    return accountOf(teacher);
  }
}
