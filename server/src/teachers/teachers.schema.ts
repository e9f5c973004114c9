import type { AcceptInvitationRequest } from '@fleet-wren/contract';
import Joi from 'joi';
import { newTeacherFields } from '../auth/auth.schema.ts';
import type { TeacherRole } from '../auth/principal.ts';
import { textField } from '../common/joi-fields.ts';

const token = textField(80).min(1).required().messages({ '*': 'request.invitation-missing' });

export const acceptInvitationRequestSchema = Joi.object<AcceptInvitationRequest>({ token, ...newTeacherFields });

export const viewInvitationRequestSchema = Joi.object<Pick<AcceptInvitationRequest, 'token'>>({ token });

export const setRoleRequestSchema = Joi.object<{ readonly role: TeacherRole }>({
  role: Joi.string().valid('owner', 'teacher').required(),
});

/** Days an invitation is good for, at the most. */
const INVITE_DAYS = 7;

export const createInvitationRequestSchema = Joi.object<{ readonly days: number }>({
  days: Joi.number().integer().min(1).max(INVITE_DAYS).default(INVITE_DAYS),
});
