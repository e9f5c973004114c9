import { Body, Controller, Delete, Get, HttpCode, Inject, Param, Post, Put, Req, Res, UseGuards } from '@nestjs/common';
import type { Request, Response } from 'express';
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
import { AuthService, type KnownSession, type Welcome } from './auth.service.ts';
import { Devices } from './devices.ts';
import type { Teacher } from './principal.ts';
import { SessionGuard, SignedIn, accountOf, handOver, takeBack, tokenOf, type Account } from './session.ts';

/** The door of the studio: register, sign in, sign out. */
@Controller('auth')
export class AuthController {
  constructor(
    private readonly auth: AuthService,
    private readonly devices: Devices,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Post('register')
  async register(
    @Body(new JoiPipe(registrationSchema)) body: Registration,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const visitor = await this.devices.visitor(request, body.email);
    return this.welcome(await this.auth.register(body, visitor), request, response);
  }

  @Post('sign-in')
  @HttpCode(200)
  async signIn(
    @Body(new JoiPipe(credentialsSchema)) body: Credentials,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Account> {
    const visitor = await this.devices.visitor(request, body.email);
    return this.welcome(await this.auth.signIn(body, visitor), request, response);
  }

  @Post('sign-out')
  @HttpCode(204)
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = tokenOf(request, this.config);
    if (token) await this.auth.signOut(token);
    takeBack(response, this.config);
  }

  @Get('me')
  @UseGuards(SessionGuard)
  me(@SignedIn() teacher: Teacher): Account {
    return accountOf(teacher);
  }

  @Get('sessions')
  @UseGuards(SessionGuard)
  sessions(@SignedIn() teacher: Teacher, @Req() request: Request): Promise<readonly KnownSession[]> {
    return this.auth.sessions(teacher, tokenOf(request, this.config) ?? '');
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
    await this.auth.changePassword(teacher, body, tokenOf(request, this.config) ?? '');
  }

  /** Hands a new session over; the one the browser had before is ended. */
  private async welcome({ teacher, token }: Welcome, request: Request, response: Response): Promise<Account> {
    const before = tokenOf(request, this.config);
    if (before) await this.auth.signOut(before);
    await this.devices.remember(request, response, teacher.email);
    handOver(response, token, this.config);
    return accountOf(teacher);
  }
}
