/** What is answered at the doors of a studio: who comes in, who may not, and how often it may be tried. */
export const DOOR_ERRORS = {
  'not-found': {
    status: 404,
    say: 'That is not here (any more). It may have been deleted, or it belongs to another studio.',
  },
  'not-signed-in': {
    status: 401,
    say: 'Please sign in; your session has ended. What you were working on is kept in this window.',
  },
  'wrong-credentials': { status: 401, say: 'That e-mail address and password do not go together.' },
  'wrong-code': {
    status: 401,
    say: 'That e-mail address and code do not go together, or the code has been used. Each is good once.',
  },
  'second-factor-needed': {
    status: 401,
    say: 'This account asks for a code as well: the one your phone shows for Fleet Wren just now.',
  },
  'wrong-second-code': {
    status: 401,
    say: 'That is not the code of this half minute, or it was used already. Wait for the next one; phone and server must agree on the time.',
  },
  'second-factor-on': { status: 409, say: 'A code from a phone is asked for already. Turn it off first.' },
  'invite-ended': { status: 404, say: 'This invitation has ended or was used. Ask the studio’s owner for a new one.' },
  'owner-only': { status: 403, say: 'Only an owner of the studio can do that.' },
  'last-owner': { status: 409, say: 'A studio keeps one owner at least. Make another teacher an owner first.' },
  'email-taken': { status: 409, say: 'There is already an account with that e-mail address. Sign in instead.' },
  'too-many-tries': { status: 429, say: 'Too many tries in a short time. Wait {seconds} seconds and try again.' },
  'wrong-origin': { status: 403, say: 'This request did not come from the application, so it was not carried out.' },
} as const satisfies Record<string, { status: number; say: string }>;
