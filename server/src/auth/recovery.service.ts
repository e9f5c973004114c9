import { Injectable } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { RateLimits, type RateLimit } from '../common/rate-limit.ts';
import type { Recovery } from './auth.schema.ts';
import { AuthService, triesOf, type Welcome } from './auth.service.ts';
import { AuthStore } from './auth.store.ts';
import type { Visitor } from './devices.ts';
import { FailedTries } from './failed-tries.ts';
import { assertStrong } from './password.ts';
import type { Teacher } from './principal.ts';
import { codeHash, newCodes } from './recovery-code.ts';
import { RecoveryStore } from './recovery.store.ts';
import { SecondFactorService } from './second-factor.service.ts';

/** Lets a teacher in who forgot the password, by codes given while it was known. */
@Injectable()
export class RecoveryService {
  private readonly triesFromAddress: RateLimit;
  private readonly made: RateLimit;

  constructor(
    private readonly auth: AuthService,
    private readonly teachers: AuthStore,
    private readonly codes: RecoveryStore,
    private readonly second: SecondFactorService,
    private readonly tries: FailedTries,
    limits: RateLimits,
  ) {
    this.triesFromAddress = limits.of({ name: 'recover-address', times: 60, seconds: 3600 });
    this.made = limits.of({ name: 'recovery-codes', times: 20, seconds: 3600 });
  }

  /** New codes for a teacher who gives the password; those before are void. Errors: `wrong-credentials`. */
  async newCodesOf(teacher: Teacher, password: string): Promise<readonly string[]> {
    await this.made.count(teacher.id);
    await this.auth.assertPassword(teacher, password);
    const codes = newCodes();
    await this.codes.replace(teacher, codes.map(codeHash));
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
  async recover({ email, code, password, second }: Recovery, visitor: Visitor): Promise<Welcome> {
    const who = triesOf('recover', email, visitor);
    if (!visitor.device) await this.triesFromAddress.count(visitor.address);
    await this.tries.count(...who);
    const teacher = await this.teachers.findByEmail(email);
    const key = codeHash(code);
    if (!teacher || !(await this.codes.has(teacher, key))) throw new ProblemError(createProblem('wrong-code'));
    assertStrong(password, { email, studio: teacher.studioName, name: teacher.name });
    // A code from the list is what the teacher has in place of the password; the phone is asked for beside it.
    await this.second.pass(teacher, second, { recovery: false, device: visitor.device });
    if (!(await this.codes.redeem(teacher, key, await hash(password))))
      throw new ProblemError(createProblem('wrong-code'));
    await this.tries.forget(...who);
    return this.auth.startSession(email, visitor);
  }
}
