import { createPattern, createSong } from '@fleet-wren/core';

/** A request to the server, as it goes over the wire. */
export interface Sent {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  readonly path: string;
  readonly body?: string;
  readonly headers?: Readonly<Record<string, string>>;
}

const ID = '00000000-0000-4000-8000-000000000000';

const pattern = createPattern('Roll', {
  strokes: [
    { id: 'one', at: 0, string: 5 },
    { id: 'two', at: 210, string: 3, pin: 'm' },
  ],
});
const school = { id: 'x', name: 'Own', base: 'one-per-string', digits: ['p', 'i', 'm'], homes: {}, weights: {} };
const hand = { name: 'Small', base: 'able', times: {}, scale: {} };

const plan = { target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60], cause: null }] };
const assignment = { name: 'A', pattern, target: 80, way: 'slow', plan };
const event = { id: ID, at: 1_700_000_000_000, kind: 'clean', stage: 'thumb', tempo: 60, minutes: 1, text: 'x' };

const take = { name: 'T', assignment: null, pattern, mime: 'audio/webm', bytes: 1000 };

/** Every route there is, with what it expects. */
export const ROUTES: readonly {
  readonly method: Sent['method'];
  readonly path: string;
  readonly body?: unknown;
  /** Whether it ends the session of who asks. */ readonly ends?: boolean;
}[] = [
  { method: 'get', path: '/api/patterns' },
  { method: 'get', path: '/api/patterns/tags' },
  { method: 'post', path: '/api/patterns/many', body: { patterns: [pattern] } },
  { method: 'get', path: `/api/patterns/${ID}` },
  { method: 'get', path: `/api/patterns/${ID}/versions` },
  { method: 'get', path: `/api/patterns/${ID}/versions/1` },
  { method: 'post', path: `/api/patterns/${ID}/versions`, body: { label: 'Before', version: 1 } },
  { method: 'post', path: '/api/patterns', body: { pattern } },
  { method: 'put', path: `/api/patterns/${ID}`, body: { version: 1, pattern } },
  { method: 'post', path: `/api/patterns/${ID}/duplicate` },
  { method: 'delete', path: `/api/patterns/${ID}` },
  { method: 'post', path: `/api/patterns/${ID}/restore` },
  { method: 'get', path: '/api/archive' },
  { method: 'get', path: `/api/students/${ID}/archive` },
  { method: 'get', path: '/api/archive/restore' },
  { method: 'post', path: '/api/archive', body: { archive: 'fleet-wren' } },
  { method: 'get', path: '/api/songs' },
  { method: 'get', path: `/api/songs/${ID}` },
  { method: 'get', path: `/api/songs/${ID}/versions` },
  { method: 'get', path: `/api/songs/${ID}/versions/1` },
  { method: 'post', path: `/api/songs/${ID}/versions`, body: { label: 'Before' } },
  { method: 'post', path: '/api/songs', body: { song: createSong('Song') } },
  { method: 'put', path: `/api/songs/${ID}`, body: { version: 1, song: createSong('Song') } },
  { method: 'post', path: `/api/songs/${ID}/duplicate` },
  { method: 'delete', path: `/api/songs/${ID}` },
  { method: 'post', path: `/api/songs/${ID}/restore` },
  { method: 'post', path: '/api/auth/register', body: { studio: 'S', name: 'N', email: 'a@b.example', password: 'p' } },
  { method: 'post', path: '/api/auth/sign-in', body: { email: 'a@b.example', password: 'p' } },
  { method: 'get', path: '/api/auth/me' },
  { method: 'post', path: '/api/auth/sign-out', ends: true },
  { method: 'get', path: '/api/auth/sessions' },
  { method: 'delete', path: `/api/auth/sessions/${ID}` },
  { method: 'put', path: '/api/auth/password', body: { old: 'not this one', password: 'another one, long enough' } },
  { method: 'get', path: '/api/auth/recovery-codes' },
  { method: 'post', path: '/api/auth/recovery-codes', body: { password: 'not this one' } },
  { method: 'get', path: '/api/auth/second-factor' },
  { method: 'post', path: '/api/auth/second-factor', body: { password: 'not this one' } },
  { method: 'put', path: '/api/auth/second-factor', body: { code: '000000' } },
  { method: 'post', path: '/api/auth/second-factor/off', body: { password: 'not this one', code: '000000' } },
  {
    method: 'post',
    path: '/api/auth/recover',
    body: { email: 'a@b.example', code: 'x', password: 'another one, long' },
  },
  { method: 'get', path: '/api/hands' },
  { method: 'post', path: '/api/hands', body: hand },
  { method: 'delete', path: `/api/hands/${ID}` },
  { method: 'get', path: '/api/schools' },
  { method: 'post', path: '/api/schools', body: { school } },
  { method: 'put', path: `/api/schools/${ID}`, body: { school, version: 1 } },
  { method: 'delete', path: `/api/schools/${ID}` },
  { method: 'get', path: '/api/estimates' },
  { method: 'put', path: '/api/estimates', body: { estimates: { i: 0.2 }, version: 0 } },
  { method: 'get', path: '/api/settings' },
  {
    method: 'put',
    path: '/api/settings',
    body: { settings: { leftHanded: true, favourites: [], tunings: [] }, version: 0 },
  },
  { method: 'get', path: '/api/demo' },
  { method: 'post', path: '/api/demo' },
  { method: 'delete', path: '/api/demo' },
  { method: 'get', path: '/api/students' },
  {
    method: 'post',
    path: '/api/students',
    body: { name: 'S', about: { lessonDay: 3, lessonTime: '16:30', changes: [] } },
  },
  { method: 'get', path: `/api/students/${ID}` },
  { method: 'put', path: `/api/students/${ID}`, body: { name: 'S', about: {}, version: 1, archived: false } },
  { method: 'delete', path: `/api/students/${ID}` },
  { method: 'get', path: '/api/assignments' },
  { method: 'get', path: `/api/students/${ID}/assignments` },
  { method: 'post', path: `/api/students/${ID}/assignments`, body: assignment },
  { method: 'put', path: `/api/assignments/${ID}`, body: { version: 1, place: 2, ended: true, plan } },
  { method: 'get', path: `/api/assignments/${ID}/progress` },
  { method: 'delete', path: `/api/assignments/${ID}` },
  { method: 'get', path: `/api/students/${ID}/ability` },
  { method: 'get', path: `/api/students/${ID}/attempts` },
  { method: 'get', path: `/api/students/${ID}/events` },
  { method: 'post', path: `/api/students/${ID}/events`, body: { events: [{ assignment: ID, event }] } },
  { method: 'get', path: `/api/students/${ID}/links` },
  { method: 'post', path: `/api/students/${ID}/links`, body: { days: 30 } },
  { method: 'delete', path: `/api/links/${ID}` },
  { method: 'get', path: '/api/practice' },
  { method: 'get', path: '/api/practice/skills' },
  { method: 'post', path: '/api/practice/events', body: { events: [{ assignment: ID, event }] } },
  { method: 'get', path: '/api/teachers' },
  { method: 'get', path: '/api/teachers/invites' },
  { method: 'post', path: '/api/teachers/invites', body: { days: 7 } },
  { method: 'delete', path: `/api/teachers/invites/${ID}` },
  { method: 'put', path: `/api/teachers/${ID}`, body: { role: 'teacher' } },
  { method: 'delete', path: `/api/teachers/${ID}` },
  { method: 'post', path: '/api/auth/invited', body: { token: 'x' } },
  {
    method: 'post',
    path: '/api/auth/join',
    body: { token: 'x', name: 'N', email: 'b@b.example', password: 'a long one, of words' },
  },
  { method: 'get', path: `/api/students/${ID}/takes` },
  { method: 'post', path: `/api/students/${ID}/takes`, body: take },
  { method: 'get', path: `/api/takes/${ID}` },
  { method: 'put', path: `/api/takes/${ID}/parts/0`, body: {} },
  { method: 'get', path: `/api/takes/${ID}/sound` },
  {
    method: 'put',
    path: `/api/takes/${ID}/judgement`,
    body: {
      engine: 1,
      headline: { code: 'take.headline', params: { clean: 3, passes: 4, tempo: 80 } },
      judgement: '{}',
    },
  },
  { method: 'delete', path: `/api/takes/${ID}` },
  { method: 'post', path: '/api/practice/takes', body: take },
  { method: 'put', path: `/api/practice/takes/${ID}/parts/0`, body: {} },
  { method: 'get', path: '/api/health' },
  { method: 'get', path: '/api/auth/session' },
  { method: 'get', path: '/api/openapi.json' },
];

/** Routes after which who asked is signed in still. */
const LASTING = ROUTES.filter(({ ends }) => !ends);

/** What stands where something else should. */
const WRONG: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  2 ** 31,
  2 ** 53,
  1e308,
  '',
  'a\u0000b',
  '\ud800',
  '￿',
  'x'.repeat(5000),
  [],
  {},
  [[]],
  { constructor: 1, ['__proto__x']: {} },
  Array.from({ length: 2000 }, () => 1),
  Object.fromEntries(Array.from({ length: 600 }, (_, index) => [`k${index}`, index])),
];

const WORDS: readonly string[] = ['%00', '%ff', '..%2f', 'NaN', '-1', '99999999999999999999', '%27--', 'a'.repeat(300)];

type Random = () => number;

const oneOf = <T>(random: Random, items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;

/** A value in which something, somewhere, was put in place of what belongs there, left out or added. */
const damaged = (random: Random, value: unknown): unknown => {
  if (typeof value !== 'object' || value === null || random() < 0.15) return oneOf(random, WRONG);
  if (Array.isArray(value)) {
    if (value.length === 0) return [oneOf(random, WRONG)];
    const place = Math.floor(random() * value.length);
    return value.map((one, index): unknown => (index === place ? damaged(random, one) : one));
  }
  const entries = Object.entries(value);
  if (entries.length === 0 || random() < 0.1) return { ...value, [oneOf(random, ['extra', '', '\u0000', 'id'])]: 1 };
  const place = Math.floor(random() * entries.length);
  if (random() < 0.15) return Object.fromEntries(entries.filter((_, index) => index !== place));
  return Object.fromEntries(entries.map(([key, one], index) => [key, index === place ? damaged(random, one) : one]));
};

const damagedPath = (random: Random, path: string): string => {
  const word = oneOf(random, WORDS);
  if (random() < 0.4) return path.replace(ID, word);
  const name = oneOf(random, ['search', 'tag', 'before', 'limit', 'school', 'strings', 'digits', 'metre', 'easiest']);
  return `${path}?${name}=${word}${random() < 0.3 ? `&${name}=${word}` : ''}`;
};

const damagedText = (random: Random, text: string): string => {
  const at = Math.floor(random() * text.length);
  return random() < 0.5
    ? text.slice(0, at)
    : `${text.slice(0, at)}${oneOf(random, ['"', '}', '\\u0000', '[[[['])}${text.slice(at)}`;
};

const HEADERS: readonly Readonly<Record<string, string>>[] = [
  { origin: 'null' },
  { origin: 'http://[half' },
  { origin: 'https://elsewhere.example' },
  { 'content-type': 'text/plain' },
  { 'content-type': 'application/json; charset=utf-7' },
  { 'content-encoding': 'gzip' },
  { cookie: 'wren_session=%00' },
  { cookie: 'wren_session=' },
  { 'if-match': '"' },
];

/** A request to any route with something wrong in its path, its body, its text or its headers. */
export const damagedRequest = (random: Random): Sent => {
  const { method, path, body } = oneOf(random, LASTING);
  const asked = random() < 0.3 ? damagedPath(random, path) : path;
  const headers = random() < 0.15 ? oneOf(random, HEADERS) : undefined;
  if (body === undefined) return { method, path: asked, headers };
  const text = JSON.stringify(damaged(random, body)) ?? '';
  return { method, path: asked, headers, body: random() < 0.1 ? damagedText(random, text) : text };
};
