/** What is answered at the doors of a studio: who comes in, who may not, and how often it may be tried. */
export const AUTH_ERRORS = {
  'not-found': { status: 404 },
  'not-signed-in': { status: 401 },
  'wrong-credentials': { status: 401 },
  'wrong-code': { status: 401 },
  'second-factor-needed': { status: 401 },
  'wrong-second-code': { status: 401 },
  'second-factor-on': { status: 409 },
  'invite-ended': { status: 404 },
  'owner-only': { status: 403 },
  'last-owner': { status: 409 },
  'email-taken': { status: 409 },
  'too-many-tries': { status: 429 },
  'wrong-origin': { status: 403 },
} as const satisfies Record<string, { status: number }>;
