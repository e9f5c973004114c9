import Joi from 'joi';
import { newTeacher, type Registration } from '../auth/auth.schema.ts';
import type { Role } from '../auth/principal.ts';
import { words } from '../common/words.ts';

/** What a teacher gives to come in by an invitation. */
export interface Joining extends Omit<Registration, 'studio'> {
  readonly token: string;
}

const token = words(80).min(1).required().messages({ '*': 'request.invitation-missing' });

export const joiningSchema = Joi.object<Joining>({ token, ...newTeacher });

export const invitedSchema = Joi.object<Pick<Joining, 'token'>>({ token });

export const roleSchema = Joi.object<{ readonly role: Role }>({
  role: Joi.string().valid('owner', 'teacher').required(),
});

/** Days an invitation is good for, at the most. */
const INVITE_DAYS = 7;

export const inviteSchema = Joi.object<{ readonly days: number }>({
  days: Joi.number().integer().min(1).max(INVITE_DAYS).default(INVITE_DAYS),
});
