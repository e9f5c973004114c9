import { type TextKey } from '@fleet-wren/wording';
import Joi from 'joi';
import { words } from '../common/words.ts';
import { PASSWORD_LENGTH } from './password.ts';

/** What a teacher gives to open a studio. */
export interface Registration {
  readonly studio: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** What a teacher gives to sign in: the code only where a second factor is on. */
export interface Credentials extends Pick<Registration, 'email' | 'password'> {
  readonly second?: string;
}

const named = (refusal: TextKey) => words(120).trim().min(1).required().messages({ '*': refusal });

const email = Joi.string()
  .trim()
  .lowercase()
  .max(254)
  .email({ tlds: false })
  .required()
  .messages({ '*': 'request.email' });

/** The same signs typed on another keyboard are the same password. */
const newPassword = Joi.string()
  .normalize('NFKC')
  .min(PASSWORD_LENGTH.least)
  .max(PASSWORD_LENGTH.most)
  .required()
  .messages({ '*': 'request.password-length' });

const givenPassword = Joi.string()
  .normalize('NFKC')
  .max(PASSWORD_LENGTH.most)
  .required()
  .messages({ '*': 'request.password-missing' });

/** What every new teacher gives. */
export const newTeacher = { name: named('request.name'), email, password: newPassword } as const;

export const registrationSchema = Joi.object<Registration>({ studio: named('request.studio-name'), ...newTeacher });

const givenCode = words(60).min(1).messages({ '*': 'request.code-missing' });

export const credentialsSchema = Joi.object<Credentials>({
  email,
  password: givenPassword,
  second: givenCode,
});

/** A code as an app shows it. */
export interface TimeCode {
  readonly code: string;
}

export const timeCodeSchema = Joi.object<TimeCode>({ code: givenCode.required() });

/** The password of who is signed in, once more. */
export type OwnPassword = Pick<Registration, 'password'>;

export const ownPasswordSchema = Joi.object<OwnPassword>({ password: givenPassword });

/** What turning the second factor off takes. */
export const turnOffSchema = Joi.object<OwnPassword & TimeCode>({
  password: givenPassword,
  code: givenCode.required(),
});

/** A code given earlier, and the password that is to be. */
export interface Recovery extends Credentials {
  readonly code: string;
}

export const recoverySchema = Joi.object<Recovery>({
  email,
  code: givenCode.required(),
  password: newPassword,
  second: givenCode,
});

/** A password to be changed, and the one that is to be. */
export interface PasswordChange {
  readonly old: string;
  readonly password: string;
}

export const passwordChangeSchema = Joi.object<PasswordChange>({ old: givenPassword, password: newPassword });
