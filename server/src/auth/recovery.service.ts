import type { RecoverPasswordRequest } from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { RateLimiterFactory, type RateLimiter } from '../common/rate-limiter.ts';
import { AuthService, triesOf, type SignInResult } from './auth.service.ts';
import { AuthStore } from './auth.store.ts';
import type { Visitor } from './devices.ts';
import { FailedTries } from './failed-tries.ts';
import { PasswordStrength } from './password.ts';
import type { Teacher } from './principal.ts';
import { hashRecoveryCode, generateRecoveryCodes } from './recovery-code.ts';
import { RecoveryStore } from './recovery.store.ts';
import { SecondFactorService } from './second-factor.service.ts';

/** Lets a teacher in who forgot the password, by codes given while it was known. */
@Injectable()
export class RecoveryService {
  private readonly triesFromAddress: RateLimiter;
  private readonly made: RateLimiter;

  constructor(
    private readonly passwords: PasswordStrength,
    private readonly auth: AuthService,
    private readonly teachers: AuthStore,
    private readonly codes: RecoveryStore,
    private readonly second: SecondFactorService,
    private readonly tries: FailedTries,
    limits: RateLimiterFactory,
  ) {
    this.triesFromAddress = limits.create({ name: 'recover-address', limit: 60, windowSeconds: 3600 });
    this.made = limits.create({ name: 'recovery-codes', limit: 20, windowSeconds: 3600 });
  }

  /** New codes for a teacher who gives the password; those before are void. Errors: `wrong-credentials`. */
  async newCodesOf(teacher: Teacher, password: string): Promise<readonly string[]> {
    await this.made.consume(teacher.id);
    await this.auth.assertPassword(teacher, password);
    const codes = generateRecoveryCodes();
    await this.codes.replace(teacher, codes.map(hashRecoveryCode));
    return codes;
  }

  left(teacher: Teacher): Promise<number> {
    return this.codes.left(teacher);
  }

  /**
   * A new password for one of the codes, and a session. A code is used up only when the password is kept.
   * Errors: `wrong-code` (whether there is such an account is not told), `password-weak`,
   * `second-factor-needed`, `wrong-second-code`.
   */
  async recover({ email, code, password, second }: RecoverPasswordRequest, visitor: Visitor): Promise<SignInResult> {
    const who = triesOf('recover', email, visitor);
    if (!visitor.device) await this.triesFromAddress.consume(visitor.address);
    await this.tries.count(...who);
    const teacher = await this.teachers.findByEmail(email);
    const key = hashRecoveryCode(code);
    if (!teacher || !(await this.codes.has(teacher, key))) throw new ProblemError(createProblem('wrong-code'));
    await this.passwords.assertStrong(password, { email, studio: teacher.studioName, name: teacher.name });
    // A code from the list is what the teacher has in place of the password; the phone is asked for beside it.
    await this.second.assertCode(teacher, second, { recovery: false, device: visitor.device });
    if (!(await this.codes.redeem(teacher, key, await hash(password))))
      throw new ProblemError(createProblem('wrong-code'));
    await this.tries.forget(...who);
    return this.auth.startSession(email, visitor);
  }
}
