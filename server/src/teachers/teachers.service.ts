import type { AcceptInvitationRequest } from '@fleet-wren/contract';
import { Injectable } from '@nestjs/common';
import { hash } from '@node-rs/argon2';
import { ProblemError, createProblem } from '@fleet-wren/core';
import { AuthService, type SignInResult } from '../auth/auth.service.ts';
import type { Visitor } from '../auth/devices.ts';
import { PasswordStrength } from '../auth/password.ts';
import type { TeacherRole, Teacher } from '../auth/principal.ts';
import { parseId, createNotFoundError } from '../common/ids.ts';
import { createQuotaError } from '../common/quota.ts';
import { hashToken, generateToken } from '../common/tokens.ts';
import { RateLimiterFactory, type RateLimiter } from '../common/rate-limiter.ts';
import { isUniqueViolation } from '../db/is-unique-violation.ts';
import { TeachersStore, type TeacherListItem, type Invitation } from './teachers.store.ts';

/** Bytes of chance in an invitation's token; teachers of a studio, and invitations that are open at a time. */
const LIMITS = { tokenBytes: 24, teachers: 50, invites: 20 } as const;

const isOwner = ({ role }: Pick<TeacherListItem, 'role'>): boolean => role === 'owner';

/** Nobody is left who could invite, remove or hand over: refused. */
const assertOwned = (left: readonly TeacherListItem[]): void => {
  if (!left.some(isOwner)) throw new ProblemError(createProblem('last-owner'));
};

/** Who teaches in a studio: invited by its owners, come, made an owner, gone. */
@Injectable()
export class TeachersService {
  private readonly joins: RateLimiter;

  constructor(
    private readonly passwords: PasswordStrength,
    private readonly store: TeachersStore,
    private readonly auth: AuthService,
    limits: RateLimiterFactory,
  ) {
    this.joins = limits.create({ name: 'join', limit: 30, windowSeconds: 3600 });
  }

  all(teacher: Teacher): Promise<readonly TeacherListItem[]> {
    return this.store.all(teacher);
  }

  /** Removes a teacher, or lets one leave; sessions and codes go with them, the studio's work stays. */
  async remove(teacher: Teacher, id: string): Promise<void> {
    if (parseId(id) !== teacher.id) this.assertOwner(teacher);
    await this.store.withStudioLock(teacher, async (store) => {
      const all = await store.all(teacher);
      if (!all.some((one) => one.id === id)) throw createNotFoundError();
      assertOwned(all.filter((one) => one.id !== id));
      await store.revokeOf(teacher, id);
      await store.remove(teacher, id);
    });
  }

  async setRole(teacher: Teacher, id: string, role: TeacherRole): Promise<void> {
    this.assertOwner(teacher);
    await this.store.withStudioLock(teacher, async (store) => {
      const all = await store.all(teacher);
      if (!all.some((one) => one.id === parseId(id))) throw createNotFoundError();
      assertOwned(all.map((one) => (one.id === id ? { ...one, role } : one)));
      if (role !== 'owner') await store.revokeOf(teacher, id);
      await store.setRole(teacher, id, role);
    });
  }

  async invites(teacher: Teacher): Promise<readonly Invitation[]> {
    this.assertOwner(teacher);
    return this.store.invites(teacher);
  }

  /** Makes an invitation; its token is told this once. */
  async invite(teacher: Teacher, days: number): Promise<Invitation & { readonly token: string }> {
    this.assertOwner(teacher);
    const token = generateToken(LIMITS.tokenBytes);
    const invite = await this.store.withStudioLock(teacher, async (store) => {
      const [all, open] = [await store.all(teacher), await store.invites(teacher)];
      // Removed meanwhile, an owner invites nobody any more.
      if (!all.some((one) => one.id === teacher.id && isOwner(one)))
        throw new ProblemError(createProblem('owner-only'));
      if (all.length >= LIMITS.teachers) throw createQuotaError(LIMITS.teachers, 'teachers');
      if (open.length >= LIMITS.invites) throw createQuotaError(LIMITS.invites, 'invitations');
      return store.invite(teacher, hashToken(token), days);
    });
    return { ...invite, token };
  }

  async revoke(teacher: Teacher, id: string): Promise<void> {
    this.assertOwner(teacher);
    if (!(await this.store.revoke(teacher, parseId(id)))) throw createNotFoundError();
  }

  /** The name of the studio a token invites to. */
  async invitedTo(token: string, address: string): Promise<{ readonly studio: string }> {
    await this.joins.consume(address);
    const found = await this.store.invitedTo(hashToken(token));
    if (!found) throw new ProblemError(createProblem('invite-ended'));
    return { studio: found.studio };
  }

  /** A new teacher comes in by an invitation, which is good no more. */
  async join({ token, ...form }: AcceptInvitationRequest, visitor: Visitor): Promise<SignInResult> {
    await this.joins.consume(visitor.address);
    const invited = await this.store.invitedTo(hashToken(token));
    if (!invited) throw new ProblemError(createProblem('invite-ended'));
    const { name, email, password } = form;
    await this.passwords.assertStrong(password, { ...form, studio: invited.studio });
    const passwordHash = await hash(password);
    const joined = await this.store
      .acceptInvitation(hashToken(token), { name, email, passwordHash })
      .catch((error: unknown) => {
        throw isUniqueViolation(error) ? new ProblemError(createProblem('email-taken')) : error;
      });
    if (!joined) throw new ProblemError(createProblem('invite-ended'));
    return this.auth.startSession(email, visitor);
  }

  private assertOwner(teacher: Teacher): void {
    if (!isOwner(teacher)) throw new ProblemError(createProblem('owner-only'));
  }
}
