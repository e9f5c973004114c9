import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { WrenError, problem } from '@fleet-wren/core';
import { CONFIG, type Config } from '../config.ts';
import { RateLimits, type RateLimit } from '../common/rate-limit.ts';
import { isUniqueViolation } from '../db/errors.ts';
import type { Credentials, Registration } from './auth.schema.ts';
import { AuthStore } from './auth.store.ts';
import type { Teacher } from './principal.ts';

/** How long a session lasts, in milliseconds. */
export const SESSION_LENGTH = 30 * 24 * 3600 * 1000;

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** A signed-in teacher and the token that proves it, which is stored nowhere in the clear. */
export interface Welcome {
  readonly teacher: Teacher;
  readonly token: string;
}

/** Registers studios, signs teachers in and out. */
@Injectable()
export class AuthService {
  private readonly failedSignIns: RateLimit;
  private readonly registrations: RateLimit;
  /** Verified when there is no such teacher, so that both answers take as long. */
  private readonly decoy = hash(randomBytes(16).toString('hex'));

  constructor(
    private readonly store: AuthStore,
    limits: RateLimits,
    @Inject(CONFIG) config: Config,
  ) {
    this.failedSignIns = limits.of({ name: 'sign-in', times: 10, seconds: 300 });
    this.registrations = limits.of({ name: 'register', times: config.registrationsAnHour, seconds: 3600 });
  }

  async register({ studio, name, email, password }: Registration, address: string): Promise<Welcome> {
    await this.registrations.count(address);
    const teacher = { id: randomUUID(), name, email, passwordHash: await hash(password) };
    await this.store.createStudio({ id: randomUUID(), name: studio }, teacher).catch((error: unknown) => {
      throw isUniqueViolation(error) ? new WrenError(problem('email-taken')) : error;
    });
    return this.startSession(email);
  }

  async signIn({ email, password }: Credentials, address: string): Promise<Welcome> {
    const key = `${address} ${email}`;
    await this.failedSignIns.check(key);
    const teacher = await this.store.findByEmail(email);
    const right = await verify(teacher?.passwordHash ?? (await this.decoy), password);
    if (teacher && right) return this.startSession(email);
    await this.failedSignIns.count(key);
    throw new WrenError(problem('wrong-credentials'));
  }

  async signOut(token: string): Promise<void> {
    await this.store.endSession(hashOf(token));
  }

  async teacherBehind(token: string): Promise<Teacher | undefined> {
    return this.store.findBySession(hashOf(token), new Date());
  }

  private async startSession(email: string): Promise<Welcome> {
    const found = await this.store.findByEmail(email);
    if (!found) throw new WrenError(problem('wrong-credentials'));
    const { passwordHash: _kept, ...teacher } = found;
    const token = randomBytes(32).toString('base64url');
    const now = new Date();
    await this.store.startSession(hashOf(token), teacher, new Date(now.getTime() + SESSION_LENGTH), now);
    return { teacher, token };
  }
}
