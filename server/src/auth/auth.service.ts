import { randomBytes, randomUUID } from 'node:crypto';
import type { ChangePasswordRequest, RegisterRequest, SignInRequest } from '@fleet-wren/contract';
import type * as contract from '@fleet-wren/contract';
import { Injectable, Inject } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { ProblemError, createProblem } from '@fleet-wren/core';
import type { Row } from '../db/row.ts';
import { type Config, CONFIG_TOKEN } from '../config.ts';
import { RateLimiterFactory, type RateLimiter } from '../common/rate-limiter.ts';
import { isUniqueViolation } from '../db/is-unique-violation.ts';
import { createNotFoundError } from '../common/ids.ts';
import { hashToken, generateToken } from '../common/tokens.ts';
import { AuthStore } from './auth.store.ts';
import { PasswordStrength } from './password.ts';
import type { Visitor } from './devices.ts';
import { FailedTries } from './failed-tries.ts';
import type { Teacher } from './principal.ts';
import { SecondFactorService } from './second-factor.service.ts';
import { AUTH_SESSION_TTL_MS } from './cookie-options.ts';

/** How long a session lasts unused, in milliseconds. */
const IDLE = 10 * 24 * 3600 * 1000;

/** A signed-in teacher and the token that proves it, which is stored nowhere in the clear. */
export interface SignInResult {
  readonly teacher: Teacher;
  readonly token: string;
}

/** A session as its teacher sees it. */
export type AuthSessionListItem = Row<contract.AuthSession>;

/** Who makes tries at a door of an account: a device that is known to it, or an address. */
export const triesOf = (door: string, email: string, { address, device }: Visitor): readonly string[] =>
  device ? [door, 'device', device, email] : [door, 'address', address, email];

/** Registers studios, signs teachers in and out. */
@Injectable()
export class AuthService {
  private readonly triesFromAddress: RateLimiter;
  private readonly registrations: RateLimiter;
  /** Verified when there is no such teacher, so that both answers take as long. */
  private readonly decoy = hash(randomBytes(16).toString('hex'));

  constructor(
    private readonly passwords: PasswordStrength,
    private readonly store: AuthStore,
    private readonly second: SecondFactorService,
    private readonly tries: FailedTries,
    limits: RateLimiterFactory,
    @Inject(CONFIG_TOKEN) config: Config,
  ) {
    this.triesFromAddress = limits.create({ name: 'sign-in-address', limit: 300, windowSeconds: 3600 });
    this.registrations = limits.create({ name: 'register', limit: config.registrationsPerHour, windowSeconds: 3600 });
  }

  async register(form: RegisterRequest, visitor: Visitor): Promise<SignInResult> {
    const { studio, name, email, password } = form;
    await this.registrations.consume(visitor.address);
    await this.passwords.assertStrong(password, form);
    const teacher = { id: randomUUID(), name, email, passwordHash: await hash(password) };
    await this.store.createStudio({ id: randomUUID(), name: studio }, teacher).catch((error: unknown) => {
      throw isUniqueViolation(error) ? new ProblemError(createProblem('email-taken')) : error;
    });
    return this.startSession(email, visitor);
  }

  /**
   * Signs a teacher in. Tries are counted before the password is looked at, so that many at once are no way round: of
   * an account from one address, and of any account from one address; on a device the account is known on, of that
   * device alone.
   */
  async signIn({ email, password, second }: SignInRequest, visitor: Visitor): Promise<SignInResult> {
    const who = triesOf('sign-in', email, visitor);
    if (!visitor.device) await this.triesFromAddress.consume(visitor.address);
    await this.tries.count(...who);
    const teacher = await this.store.findByEmail(email);
    const right = await verify(teacher?.passwordHash ?? (await this.decoy), password);
    if (!teacher || !right) throw new ProblemError(createProblem('wrong-credentials'));
    await this.second.assertCode(teacher, second, { recovery: true, device: visitor.device });
    await this.tries.forget(...who);
    return this.startSession(email, visitor);
  }

  /** Changes a teacher's password; every other session of the teacher ends. */
  async changePassword(teacher: Teacher, { old, password }: ChangePasswordRequest, token: string): Promise<void> {
    await this.assertCurrentPassword(teacher, old);
    await this.passwords.assertStrong(password, {
      email: teacher.email,
      studio: teacher.studioName,
      name: teacher.name,
    });
    await this.store.changePassword(teacher, await hash(password), hashToken(token));
  }

  /** Ends every session of a teacher but one. */
  async endOtherSessions(teacher: Teacher, token: string): Promise<void> {
    await this.store.endOtherSessions(teacher, hashToken(token));
  }

  /**
   * The same as `assertPassword`, its tries counted: those who are signed in make them, and nobody at the door. Errors:
   * `wrong-credentials`, `too-many-tries`.
   */
  async assertCurrentPassword(teacher: Teacher, password: string): Promise<void> {
    await this.tries.count('own-password', teacher.id);
    await this.assertPassword(teacher, password);
    await this.tries.forget('own-password', teacher.id);
  }

  /** Refuses who does not know the password of a teacher who is signed in. Errors: `wrong-credentials`. */
  async assertPassword({ email }: Teacher, password: string): Promise<void> {
    const found = await this.store.findByEmail(email);
    if (!found || !(await verify(found.passwordHash, password)))
      throw new ProblemError(createProblem('wrong-credentials'));
  }

  /** The sessions of a teacher, the latest used first; which of them asks is said. */
  async sessions(teacher: Teacher, token: string): Promise<readonly AuthSessionListItem[]> {
    const own = hashToken(token);
    const all = await this.store.sessionsOf(teacher);
    return all.map(({ tokenHash, ...session }) => ({ ...session, here: tokenHash === own }));
  }

  /** Ends a session of a teacher, by its name. */
  async revokeSession(teacher: Teacher, id: string): Promise<void> {
    if (!(await this.store.endSessionOf(teacher, id))) throw createNotFoundError();
  }

  async signOut(token: string): Promise<void> {
    await this.store.endSession(hashToken(token));
  }

  async authenticate(token: string): Promise<Teacher | undefined> {
    const now = new Date();
    return this.store.findBySession(hashToken(token), now, new Date(now.getTime() - IDLE));
  }

  /** A new session of a teacher, by the address, after whatever proved who it is. */
  async startSession(email: string, { browser }: Visitor): Promise<SignInResult> {
    const found = await this.store.findByEmail(email);
    if (!found) throw new ProblemError(createProblem('wrong-credentials'));
    const { passwordHash: _kept, ...teacher } = found;
    const token = generateToken(32);
    const now = new Date();
    const expiresAt = new Date(now.getTime() + AUTH_SESSION_TTL_MS);
    await this.store.startSession(hashToken(token), teacher, { expiresAt, now, device: browser.slice(0, 200) });
    return { teacher, token };
  }
}
