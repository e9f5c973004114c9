import type * as contract from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { FailedTries } from './failed-tries.ts';
import type { TeacherIdentity, Teacher } from './principal.ts';
import { hashRecoveryCode } from './recovery-code.ts';
import { RecoveryStore } from './recovery.store.ts';
import { SecondFactorStore, type StoredSecondFactor } from './second-factor.store.ts';
import { buildOtpauthUri, generateTotpSecret, findTotpStep } from './totp.ts';

/** What an app needs to show a teacher's codes. */
export type SecondFactorEnrolment = contract.SecondFactorEnrolment;

/** A code from a teacher's phone beside the password, for who wants it. */
@Injectable()
export class SecondFactorService {
  constructor(
    private readonly factors: SecondFactorStore,
    private readonly recovery: RecoveryStore,
    private readonly tries: FailedTries,
  ) {}

  async isEnabled(teacher: TeacherIdentity): Promise<boolean> {
    return (await this.factors.of(teacher))?.confirmed ?? false;
  }

  /** A secret that is good once a code of it has been given. Errors: `second-factor-on`. */
  async propose(teacher: Teacher): Promise<SecondFactorEnrolment> {
    const secret = generateTotpSecret();
    if (!(await this.factors.propose(teacher, secret))) throw new ProblemError(createProblem('second-factor-on'));
    return { secret, address: buildOtpauthUri(secret, teacher.email) };
  }

  /** Asks for codes from now on. Errors: `wrong-second-code`. */
  async confirm(teacher: Teacher, code: string): Promise<void> {
    await this.tries.count('confirm-second', teacher.id);
    const proposed = await this.factors.of(teacher);
    if (!proposed || !(await this.isNew(teacher, proposed, code)))
      throw new ProblemError(createProblem('wrong-second-code'));
    await this.tries.forget('confirm-second', teacher.id);
  }

  /**
   * Asks for no codes any more, of who gives one: the phone's, or a recovery code where that is lost. Errors:
   * `wrong-second-code`.
   */
  async disable(teacher: TeacherIdentity, code: string): Promise<void> {
    await this.assertCode(teacher, code, { recovery: true, device: `signed in ${teacher.id}` });
    await this.factors.remove(teacher);
  }

  /**
   * Lets a teacher pass who has no second factor, or gives its code; a recovery code stands for the phone where
   * `recovery` says so,
   * and is used up. Errors: `second-factor-needed`, `wrong-second-code`, `too-many-tries`.
   */
  async assertCode(
    teacher: TeacherIdentity,
    code: string | undefined,
    { recovery, device }: { readonly recovery: boolean; readonly device?: string },
  ): Promise<void> {
    const factor = await this.factors.of(teacher);
    if (!factor?.confirmed) return;
    if (code === undefined) throw new ProblemError(createProblem('second-factor-needed'));
    // Whoever knows the password has a million codes to try: from anywhere they are counted together, a known device's
    // on their own.
    const who = ['second', teacher.id, device ?? 'anywhere'];
    await this.tries.count(...who);
    const passes =
      (await this.isNew(teacher, factor, code)) ||
      (recovery && (await this.recovery.use(teacher, hashRecoveryCode(code))));
    if (!passes) throw new ProblemError(createProblem('wrong-second-code'));
    await this.tries.forget(...who);
  }

  /** Whether a code is the one of now and was not used before; it is from then on. */
  private async isNew(teacher: TeacherIdentity, factor: StoredSecondFactor, code: string): Promise<boolean> {
    const step = findTotpStep(factor.secret, code, new Date());
    return step !== null && this.factors.use(teacher, factor, step);
  }
}
