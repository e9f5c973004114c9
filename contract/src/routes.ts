import type { AccountRoutes } from './account.ts';
import type { PatternRoutes, SongRoutes } from './documents.ts';
import type { StudentRoutes } from './practice.ts';
import type { RoomRoutes } from './room.ts';
import type { StudioRoutes } from './studio.ts';
import type { TakeRoutes } from './takes.ts';

/** Every route of the server under `/api`: what it takes and what it answers. */
export interface ApiRoutes
  extends AccountRoutes, PatternRoutes, SongRoutes, StudentRoutes, TakeRoutes, RoomRoutes, StudioRoutes {}

/** A route by its method and path, such as `GET /patterns/:id`. */
export type Route = keyof ApiRoutes;

/** What a route answers. */
export type ResponseOf<R extends Route> = ApiRoutes[R]['response'];

/** The body a route takes; undefined for one that takes none. */
export type BodyOf<R extends Route> = ApiRoutes[R] extends { body: infer Body } ? Body : undefined;

/** The query a route takes; undefined for one that takes none. */
export type QueryOf<R extends Route> = ApiRoutes[R] extends { query: infer Query } ? Query : undefined;

type NamesIn<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | NamesIn<Rest>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;

/** Names of the parameters in a route's path. */
export type ParamsOf<R extends Route> = Readonly<Record<NamesIn<R>, string>>;

/** What is known of a route besides its types. */
export interface RouteInfo {
  /** Who may ask: anybody, a signed-in teacher, or the holder of a link to a practice room. */
  readonly access: 'anyone' | 'teacher' | 'link';
  /** The status of an answer that is no error. */
  readonly status: 200 | 201 | 204;
  readonly summary: string;
  /** Whether the answer holds a secret that is told once: it is stored nowhere, so it cannot be asked for again. */
  readonly isSecret?: true;
}

const route = (access: RouteInfo['access'], status: RouteInfo['status'], summary: string): RouteInfo => ({
  access,
  status,
  summary,
});

const secret = (info: RouteInfo): RouteInfo => ({ ...info, isSecret: true });

/** Every route with who may ask it. */
export const ROUTES: Readonly<Record<Route, RouteInfo>> = {
  'POST /auth/register': secret(route('anyone', 201, 'Open a studio and sign in.')),
  'POST /auth/sign-in': secret(route('anyone', 200, 'Sign in.')),
  'POST /auth/sign-out': route('anyone', 204, 'End this session.'),
  'GET /auth/session': route('anyone', 200, 'Whether anybody is signed in, and who.'),
  'GET /auth/me': route('teacher', 200, 'Who is signed in.'),
  'GET /auth/sessions': route('teacher', 200, 'Where the account is signed in.'),
  'DELETE /auth/sessions/:id': route('teacher', 204, 'End a session of the account.'),
  'PUT /auth/password': route('teacher', 204, 'Change the password; every other session ends.'),
  'GET /auth/recovery-codes': route('teacher', 200, 'How many recovery codes are left.'),
  'POST /auth/recovery-codes': secret(route('teacher', 201, 'Make new recovery codes; the old ones stop working.')),
  'POST /auth/recover': secret(route('anyone', 200, 'Set a new password with a recovery code, and sign in.')),
  'GET /auth/second-factor': route('teacher', 200, 'Whether a second factor is on.'),
  'POST /auth/second-factor': secret(route('teacher', 201, 'Propose a secret for an authenticator app.')),
  'PUT /auth/second-factor': route('teacher', 204, 'Turn the second factor on, by its first code.'),
  'POST /auth/second-factor/off': secret(route('teacher', 204, 'Turn the second factor off.')),
  'POST /auth/invited': secret(route('anyone', 200, 'Which studio an invitation is to.')),
  'POST /auth/join': secret(route('anyone', 201, 'Join a studio by an invitation, and sign in.')),
  'GET /patterns': route('teacher', 200, 'A page of patterns, latest worked on first.'),
  'GET /patterns/tags': route('teacher', 200, 'Tags, and how many patterns bear each.'),
  'POST /patterns': route('teacher', 201, 'Create a pattern.'),
  'POST /patterns/many': route('teacher', 201, 'Create several patterns at once, or none.'),
  'GET /patterns/:id': route('teacher', 200, 'A pattern.'),
  'PUT /patterns/:id': route('teacher', 200, 'Save a pattern on the version it was read at.'),
  'DELETE /patterns/:id': route('teacher', 204, 'Delete a pattern; it can be restored for a while.'),
  'POST /patterns/:id/duplicate': route('teacher', 201, 'Duplicate a pattern.'),
  'POST /patterns/:id/restore': route('teacher', 204, 'Restore a deleted pattern.'),
  'GET /patterns/:id/versions': route('teacher', 200, 'Earlier states of a pattern.'),
  'POST /patterns/:id/versions': route('teacher', 204, 'Keep the state of a pattern under a name.'),
  'GET /patterns/:id/versions/:version': route('teacher', 200, 'An earlier state of a pattern.'),
  'GET /songs': route('teacher', 200, 'A page of songs, latest worked on first.'),
  'POST /songs': route('teacher', 201, 'Create a song.'),
  'GET /songs/:id': route('teacher', 200, 'A song.'),
  'PUT /songs/:id': route('teacher', 200, 'Save a song on the version it was read at.'),
  'DELETE /songs/:id': route('teacher', 204, 'Delete a song; it can be restored for a while.'),
  'POST /songs/:id/duplicate': route('teacher', 201, 'Duplicate a song.'),
  'POST /songs/:id/restore': route('teacher', 204, 'Restore a deleted song.'),
  'GET /songs/:id/versions': route('teacher', 200, 'Earlier states of a song.'),
  'POST /songs/:id/versions': route('teacher', 204, 'Keep the state of a song under a name.'),
  'GET /songs/:id/versions/:version': route('teacher', 200, 'An earlier state of a song.'),
  'GET /students': route('teacher', 200, 'Every student by name.'),
  'POST /students': route('teacher', 201, 'Add a student.'),
  'GET /students/:id': route('teacher', 200, 'A student.'),
  'PUT /students/:id': route('teacher', 200, 'Save a student on the version that was read.'),
  'DELETE /students/:id': route('teacher', 204, 'Remove a student and everything of theirs.'),
  'GET /assignments': route('teacher', 200, 'Every assignment of the studio, without its pattern and plan.'),
  'GET /students/:id/assignments': route('teacher', 200, 'Assignments of a student.'),
  'POST /students/:id/assignments': route('teacher', 201, 'Assign something to a student.'),
  'PUT /assignments/:id': route('teacher', 200, 'Move, end or rearrange an assignment.'),
  'DELETE /assignments/:id': route('teacher', 204, 'Delete an assignment and its log.'),
  'GET /assignments/:id/progress': route('teacher', 200, 'Progress by day and stage.'),
  'GET /students/:id/ability': route('teacher', 200, 'What practice says of a student’s hand.'),
  'GET /students/:id/attempts': route('teacher', 200, 'A student’s passes by assignment, stage, day and tempo.'),
  'GET /students/:id/events': route('teacher', 200, 'The latest events of a student’s log.'),
  'POST /students/:id/events': route('teacher', 201, 'Record what happened in a lesson.'),
  'GET /students/:id/links': route('teacher', 200, 'Links to a student’s practice room.'),
  'POST /students/:id/links': secret(route('teacher', 201, 'Make a link to a student’s practice room.')),
  'DELETE /links/:id': route('teacher', 204, 'Revoke a link.'),
  'GET /students/:id/takes': route('teacher', 200, 'Takes of a student.'),
  'POST /students/:id/takes': route('teacher', 201, 'Begin the upload of a take.'),
  'GET /takes/:id': route('teacher', 200, 'A take.'),
  'PUT /takes/:id/parts/:number': route('teacher', 200, 'Upload a part of a take’s sound.'),
  'GET /takes/:id/sound': route('teacher', 200, 'The sound of a take, whole or a range of bytes.'),
  'PUT /takes/:id/judgement': route('teacher', 200, 'Keep what was heard in a take.'),
  'DELETE /takes/:id': route('teacher', 204, 'Delete a take.'),
  'GET /practice': route('link', 200, 'The practice room.'),
  'GET /practice/skills': route('link', 200, 'What the skills of the student of a practice room are told by.'),
  'POST /practice/events': route('link', 201, 'Send what happened in a practice room.'),
  'POST /practice/takes': route('link', 201, 'Begin the upload of a take from a practice room.'),
  'PUT /practice/takes/:id/parts/:number': route('link', 200, 'Upload a part of a take’s sound.'),
  'GET /hands': route('teacher', 200, 'Hands of the studio and of its students.'),
  'POST /hands': route('teacher', 201, 'Keep a hand.'),
  'DELETE /hands/:id': route('teacher', 204, 'Delete a hand.'),
  'GET /schools': route('teacher', 200, 'Schools of the studio’s own.'),
  'POST /schools': route('teacher', 201, 'Keep a school.'),
  'PUT /schools/:id': route('teacher', 200, 'Save a school on the version it was read at.'),
  'DELETE /schools/:id': route('teacher', 204, 'Delete a school.'),
  'GET /estimates': route('teacher', 200, 'The studio’s own values of estimates.'),
  'PUT /estimates': route('teacher', 200, 'Save the studio’s estimates on the version that was read.'),
  'GET /settings': route('teacher', 200, 'The studio’s settings.'),
  'PUT /settings': route('teacher', 200, 'Save the studio’s settings on the version that was read.'),
  'GET /teachers': route('teacher', 200, 'Teachers of the studio.'),
  'PUT /teachers/:id': route('teacher', 204, 'Change what a teacher may do.'),
  'DELETE /teachers/:id': route('teacher', 204, 'Remove a teacher.'),
  'GET /teachers/invites': route('teacher', 200, 'Invitations that are still good.'),
  'POST /teachers/invites': secret(route('teacher', 201, 'Invite a teacher.')),
  'DELETE /teachers/invites/:id': route('teacher', 204, 'Revoke an invitation.'),
  'GET /demo': route('teacher', 200, 'Whether the demo is in the studio.'),
  'POST /demo': route('teacher', 201, 'Put the demo into the studio.'),
  'DELETE /demo': route('teacher', 204, 'Take the demo out of the studio.'),
  'GET /students/:id/archive': route('teacher', 200, 'Everything of a student: a line of JSON for each row.'),
  'GET /archive': route('teacher', 200, 'A backup of the studio: a line of JSON for each row.'),
  'POST /archive': route('teacher', 201, 'Restore a backup.'),
  'GET /archive/restore': route('teacher', 200, 'How far a restore is.'),
  'GET /health': route('anyone', 200, 'Whether the server and its database answer.'),
  'GET /openapi.json': route('anyone', 200, 'This description.'),
};

/**
 * The header that names a request, so that one sent twice is done once (as drafted by the IETF's HTTP working group).
 */
export const IDEMPOTENCY_KEY_HEADER = 'idempotency-key';

/**
 * Whether a request to a route can be named by the client, so that the server does it once however often it arrives.
 */
export const takesIdempotencyKey = (name: Route): boolean =>
  name.startsWith('POST ') && ROUTES[name].access === 'teacher' && !ROUTES[name].isSecret && name !== 'POST /archive';
