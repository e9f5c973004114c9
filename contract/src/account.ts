/** What a teacher may do in a studio: owners also invite and remove teachers. */
export type TeacherRole = 'owner' | 'teacher';

/** Who is signed in. */
export interface Account {
  readonly name: string;
  readonly email: string;
  readonly studio: string;
  readonly role: TeacherRole;
}

/** What a teacher gives to open a studio. */
export interface RegisterRequest {
  readonly studio: string;
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

/** What a teacher gives to sign in: the code only where a second factor is on. */
export interface SignInRequest {
  readonly email: string;
  readonly password: string;
  readonly second?: string;
}

/** A recovery code, and the password that is to be. */
export interface RecoverPasswordRequest extends SignInRequest {
  readonly code: string;
}

/** What a teacher gives to join a studio by an invitation. */
export interface AcceptInvitationRequest extends Omit<RegisterRequest, 'studio'> {
  readonly token: string;
}

/** The password now, and the one that is to be. */
export interface ChangePasswordRequest {
  readonly old: string;
  readonly password: string;
}

/** The password of who is signed in, once more. */
export interface PasswordConfirmation {
  readonly password: string;
}

/** A code as an authenticator app shows it. */
export interface TotpCodeRequest {
  readonly code: string;
}

/** A place where somebody is signed in to the account. */
export interface AuthSession {
  readonly id: string;
  readonly device: string;
  readonly createdAt: string;
  readonly seenAt: string;
  /** Whether it is the session that asks. */
  readonly here: boolean;
}

/** What an authenticator app needs to show a teacher's codes. */
export interface SecondFactorEnrolment {
  readonly secret: string;
  /** The same as an `otpauth` address, which the app reads from a picture. */
  readonly address: string;
}

/** Whether anybody is signed in, and who. */
export interface SessionState {
  readonly account: Account | null;
}

/** Registration, sign-in and what belongs to an account. */
export interface AccountRoutes {
  'POST /auth/register': { body: RegisterRequest; response: Account };
  'POST /auth/sign-in': { body: SignInRequest; response: Account };
  'POST /auth/sign-out': { response: void };
  'GET /auth/session': { response: SessionState };
  'GET /auth/me': { response: Account };
  'GET /auth/sessions': { response: readonly AuthSession[] };
  'DELETE /auth/sessions/:id': { response: void };
  'PUT /auth/password': { body: ChangePasswordRequest; response: void };
  'GET /auth/recovery-codes': { response: { readonly left: number } };
  'POST /auth/recovery-codes': { body: PasswordConfirmation; response: { readonly codes: readonly string[] } };
  'POST /auth/recover': { body: RecoverPasswordRequest; response: Account };
  'GET /auth/second-factor': { response: { readonly on: boolean } };
  'POST /auth/second-factor': { body: PasswordConfirmation; response: SecondFactorEnrolment };
  'PUT /auth/second-factor': { body: TotpCodeRequest; response: void };
  'POST /auth/second-factor/off': { body: PasswordConfirmation & TotpCodeRequest; response: void };
  'POST /auth/invited': { body: { readonly token: string }; response: { readonly studio: string } };
  'POST /auth/join': { body: AcceptInvitationRequest; response: Account };
}
