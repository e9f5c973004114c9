import { randomBytes, randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { CONFIG, type Config } from '../config.ts';
import { RateLimits, type RateLimit } from '../common/rate-limit.ts';
import { isUniqueViolation } from '../db/errors.ts';
import { notFound } from '../common/ids.ts';
import { hashOf, newToken } from '../common/tokens.ts';
import type { Credentials, PasswordChange, Registration } from './auth.schema.ts';
import { AuthStore, type StoredSession } from './auth.store.ts';
import { assertStrong } from './password.ts';
import type { Visitor } from './devices.ts';
import { FailedTries } from './failed-tries.ts';
import type { Teacher } from './principal.ts';
import { SecondFactorService } from './second-factor.service.ts';
import { SESSION_LENGTH } from './session.ts';

/** How long a session lasts unused, in milliseconds. */
const IDLE = 10 * 24 * 3600 * 1000;

/** A signed-in teacher and the token that proves it, which is stored nowhere in the clear. */
export interface Welcome {
  readonly teacher: Teacher;
  readonly token: string;
}

/** A session as its teacher sees it. */
export type KnownSession = Omit<StoredSession, 'tokenHash'> & { readonly here: boolean };

/** Who makes tries at a door of an account: a device that is known to it, or an address. */
export const triesOf = (door: string, email: string, { address, device }: Visitor): readonly string[] =>
  device ? [door, 'device', device, email] : [door, 'address', address, email];

/** Registers studios, signs teachers in and out. */
@Injectable()
export class AuthService {
  private readonly triesFromAddress: RateLimit;
  private readonly registrations: RateLimit;
  /** Verified when there is no such teacher, so that both answers take as long. */
  private readonly decoy = hash(randomBytes(16).toString('hex'));

  constructor(
    private readonly store: AuthStore,
    private readonly second: SecondFactorService,
    private readonly tries: FailedTries,
    limits: RateLimits,
    @Inject(CONFIG) config: Config,
  ) {
    this.triesFromAddress = limits.of({ name: 'sign-in-address', times: 300, seconds: 3600 });
    this.registrations = limits.of({ name: 'register', times: config.registrationsAnHour, seconds: 3600 });
  }

  async register(form: Registration, visitor: Visitor): Promise<Welcome> {
    const { studio, name, email, password } = form;
    await this.registrations.count(visitor.address);
    assertStrong(password, form);
    const teacher = { id: randomUUID(), name, email, passwordHash: await hash(password) };
    await this.store.createStudio({ id: randomUUID(), name: studio }, teacher).catch((error: unknown) => {
      throw isUniqueViolation(error) ? new ProblemError(createProblem('email-taken')) : error;
    });
    return this.startSession(email, visitor);
  }

  /**
   * Signs a teacher in. Tries are counted before the password is looked at, so that many at once are no way round: of an account
   * from one address, and of any account from one address; on a device the account is known on, of that device alone.
   */
  async signIn({ email, password, second }: Credentials, visitor: Visitor): Promise<Welcome> {
    const who = triesOf('sign-in', email, visitor);
    if (!visitor.device) await this.triesFromAddress.count(visitor.address);
    await this.tries.count(...who);
    const teacher = await this.store.findByEmail(email);
    const right = await verify(teacher?.passwordHash ?? (await this.decoy), password);
    if (!teacher || !right) throw new ProblemError(createProblem('wrong-credentials'));
    await this.second.pass(teacher, second, { recovery: true, device: visitor.device });
    await this.tries.forget(...who);
    return this.startSession(email, visitor);
  }

  /** Changes a teacher's password; every other session of the teacher ends. */
  async changePassword(teacher: Teacher, { old, password }: PasswordChange, token: string): Promise<void> {
    await this.assertOwnPassword(teacher, old);
    assertStrong(password, { email: teacher.email, studio: teacher.studioName, name: teacher.name });
    await this.store.changePassword(teacher, await hash(password), hashOf(token));
  }

  /** Ends every session of a teacher but one. */
  async endOtherSessions(teacher: Teacher, token: string): Promise<void> {
    await this.store.endOtherSessions(teacher, hashOf(token));
  }

  /** The same as `assertPassword`, its tries counted: those who are signed in make them, and nobody at the door. Errors: `wrong-credentials`, `too-many-tries`. */
  async assertOwnPassword(teacher: Teacher, password: string): Promise<void> {
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
  async sessions(teacher: Teacher, token: string): Promise<readonly KnownSession[]> {
    const own = hashOf(token);
    const all = await this.store.sessionsOf(teacher);
    return all.map(({ tokenHash, ...session }) => ({ ...session, here: tokenHash === own }));
  }

  /** Ends a session of a teacher, by its name. */
  async endSession(teacher: Teacher, id: string): Promise<void> {
    if (!(await this.store.endSessionOf(teacher, id))) throw notFound();
  }

  async signOut(token: string): Promise<void> {
    await this.store.endSession(hashOf(token));
  }

  async teacherBehind(token: string): Promise<Teacher | undefined> {
    const now = new Date();
    return this.store.findBySession(hashOf(token), now, new Date(now.getTime() - IDLE));
  }

  /** A new session of a teacher, by the address, after whatever proved who it is. */
  async startSession(email: string, { browser }: Visitor): Promise<Welcome> {
    const found = await this.store.findByEmail(email);
    if (!found) throw new ProblemError(createProblem('wrong-credentials'));
    const { passwordHash: _kept, ...teacher } = found;
    const token = newToken(32);
    const now = new Date();
    const expiresAt = new Date(now.getTime() + SESSION_LENGTH);
    await this.store.startSession(hashOf(token), teacher, { expiresAt, now, device: browser.slice(0, 200) });
    return { teacher, token };
  }
}
