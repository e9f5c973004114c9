import { timingSafeEqual } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Request, Response } from 'express';
import { generateToken } from '../common/tokens.ts';
import { CONFIG_TOKEN, type Config } from '../config.ts';
import { lineOf } from './address.ts';
import { HouseSecret } from './doors.ts';
import { cookieOptions } from './cookie-options.ts';

/**
 * The cookie by which a device that an account was signed in on is known again; how long, and for how many accounts.
 */
const COOKIE = { name: 'wren_device', days: 400, accounts: 4 } as const;

/** Who stands at the door: from where, by what, and by which name this device is known to an account, if it is. */
export interface Visitor {
  /** The line of the network. */
  readonly address: string;
  /** What the browser says it is: a teacher tells sessions apart by it. */
  readonly browser: string;
  readonly device?: string;
}

const sameText = (one: string, other: string): boolean => {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
};

/**
 * Devices that somebody was signed in on before have tries of their own (a device cookie, as the OWASP describes it):
 * what strangers try elsewhere keeps nobody out who is at home. The cookie proves that alone, and opens nothing.
 */
@Injectable()
export class Devices {
  constructor(
    private readonly secret: HouseSecret,
    @Inject(CONFIG_TOKEN) private readonly config: Config,
  ) {}

  async visitor(request: Request, email: string): Promise<Visitor> {
    const visitor = { address: lineOf(request.ip ?? ''), browser: request.get('user-agent') ?? '' };
    for (const one of this.kept(request)) {
      const [name = '', proof = ''] = one.split('.');
      if (sameText(proof, await this.proof(name, email))) return { ...visitor, device: name };
    }
    return visitor;
  }

  /** Remembers that an account was signed in on this device. */
  async remember(request: Request, response: Response, email: string): Promise<void> {
    if ((await this.visitor(request, email)).device) return;
    const name = generateToken(12);
    const all = [`${name}.${await this.proof(name, email)}`, ...this.kept(request)].slice(0, COOKIE.accounts);
    const maxAge = COOKIE.days * 24 * 3600 * 1000;
    response.cookie(COOKIE.name, all.join('~'), { ...cookieOptions(this.config), maxAge });
  }

  private kept(request: Request): readonly string[] {
    const value = (request.cookies as Record<string, unknown> | undefined)?.[COOKIE.name];
    return typeof value === 'string' && value.length < 1000 ? value.split('~').slice(0, COOKIE.accounts) : [];
  }

  private proof(name: string, email: string): Promise<string> {
    return this.secret.sign('device', name, email);
  }
}
