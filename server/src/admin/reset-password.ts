import { say } from '@fleet-wren/wording';
import { randomBytes } from 'node:crypto';
import { hash } from '@node-rs/argon2';
import { AuthStore } from '../auth/auth.store.ts';
import { SecondFactorStore } from '../auth/second-factor.store.ts';
import type { Db } from '../db/connection.ts';

/**
 * Gives a teacher a new password, made here, and asks for no second factor any more; every session of the teacher ends.
 * Errors: a sentence when there is none such.
 */
export const resetPassword = async (db: Db, email: string): Promise<string> => {
  const store = new AuthStore(db);
  const teacher = await store.findByEmail(email.trim().toLowerCase());
  if (!teacher) throw new Error(say('operator.no-teacher', { email }));
  const password = randomBytes(12).toString('base64url');
  await store.changePassword(teacher, await hash(password));
  await new SecondFactorStore(db).remove(teacher);
  return password;
};
