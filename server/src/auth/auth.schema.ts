import Joi from 'joi';
import { words } from '../common/words.ts';

/** What a teacher gives to open a studio. */
export interface Registration {
  readonly studio: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** What a teacher gives to sign in. */
export type Credentials = Pick<Registration, 'email' | 'password'>;

const named = (label: string) =>
  words(120)
    .trim()
    .min(1)
    .required()
    .messages({ '*': `${label} needs 1 to 120 letters` });

const email = Joi.string()
  .trim()
  .lowercase()
  .max(254)
  .email({ tlds: false })
  .required()
  .messages({ '*': 'The e-mail address does not look like one' });

export const registrationSchema = Joi.object<Registration>({
  studio: named('The studio’s name'),
  name: named('Your name'),
  email,
  password: Joi.string().min(10).max(200).required().messages({ '*': 'The password needs at least 10 characters' }),
});

export const credentialsSchema = Joi.object<Credentials>({
  email,
  password: Joi.string().max(200).required().messages({ '*': 'The password is missing' }),
});
