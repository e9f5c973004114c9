import { Injectable } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { WrenError, problem } from '@fleet-wren/core';
import { RateLimits, type RateLimit } from '../common/rate-limit.ts';
import type { Recovery } from './auth.schema.ts';
import { AuthService, type Welcome } from './auth.service.ts';
import { AuthStore } from './auth.store.ts';
import { assertStrong } from './password.ts';
import type { Teacher } from './principal.ts';
import { codeHash, newCodes } from './recovery-code.ts';
import { RecoveryStore } from './recovery.store.ts';
import { SecondFactorService } from './second-factor.service.ts';

/** Lets a teacher in who forgot the password, by codes given while it was known. */
@Injectable()
export class RecoveryService {
  private readonly triesOfAccount: RateLimit;
  private readonly triesFromAddress: RateLimit;
  private readonly made: RateLimit;

  constructor(
    private readonly auth: AuthService,
    private readonly teachers: AuthStore,
    private readonly codes: RecoveryStore,
    private readonly second: SecondFactorService,
    limits: RateLimits,
  ) {
    this.triesOfAccount = limits.of({ name: 'recover-account', times: 20, seconds: 3600 });
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
  async recover({ email, code, password, second }: Recovery, address: string, device: string): Promise<Welcome> {
    await this.triesFromAddress.count(address);
    await this.triesOfAccount.count(email);
    const teacher = await this.teachers.findByEmail(email);
    const key = codeHash(code);
    if (!teacher || !(await this.codes.has(teacher, key))) throw new WrenError(problem('wrong-code'));
    assertStrong(password, { email, studio: teacher.studioName, name: teacher.name });
    // A code from the list is what the teacher has in place of the password; the phone is asked for beside it.
    await this.second.pass(teacher, second, { recovery: false });
    if (!(await this.codes.redeem(teacher, key, await hash(password)))) throw new WrenError(problem('wrong-code'));
    return this.auth.startSession(email, device);
  }
}
