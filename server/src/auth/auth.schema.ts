import type {
  RegisterRequest,
  SignInRequest,
  TotpCodeRequest,
  PasswordConfirmation,
  RecoverPasswordRequest,
  ChangePasswordRequest,
} from '@fleet-wren/contract';
import type { TextKey } from '@fleet-wren/wording';
import Joi from 'joi';
import { textField } from '../common/joi-fields.ts';
import { PASSWORD_LENGTH } from './password.ts';

const named = (refusal: TextKey) => textField(120).trim().min(1).required().messages({ '*': refusal });

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
export const newTeacherFields = { name: named('request.name'), email, password: newPassword } as const;

export const registerRequestSchema = Joi.object<RegisterRequest>({
  studio: named('request.studio-name'),
  ...newTeacherFields,
});

const givenCode = textField(60).min(1).messages({ '*': 'request.code-missing' });

export const signInRequestSchema = Joi.object<SignInRequest>({
  email,
  password: givenPassword,
  second: givenCode,
});

export const totpCodeRequestSchema = Joi.object<TotpCodeRequest>({ code: givenCode.required() });

export const passwordConfirmationSchema = Joi.object<PasswordConfirmation>({ password: givenPassword });

/** What turning the second factor off takes. */
export const turnOffSchema = Joi.object<PasswordConfirmation & TotpCodeRequest>({
  password: givenPassword,
  code: givenCode.required(),
});

export const recoverPasswordRequestSchema = Joi.object<RecoverPasswordRequest>({
  email,
  code: givenCode.required(),
  password: newPassword,
  second: givenCode,
});

export const changePasswordRequestSchema = Joi.object<ChangePasswordRequest>({
  old: givenPassword,
  password: newPassword,
});
