/*
 * The server with many studios: how many requests a second, how long each takes, and what a second process adds. Prints
 * a table; minutes, most of them for filling the database. npm run bench:scale -- [--scale 0.1] [--servers 1,2]
 * [--pooler]
 */
import { Buffer } from 'node:buffer';
import { spawn } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import {
  EMPTY_PRACTICE_SNAPSHOT,
  createLadder,
  createPattern,
  createPatternSummary,
  toLadderPlan,
  valueOrThrow,
} from '../core/dist/index.js';
import { summariseProgress } from '../server/dist/practice/progress-summary.js';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { startConnectionPooler } from './lib/connection-pooler.mjs';
import { postgresBinary, findFreePort, startPostgres } from './lib/postgres.mjs';
import { startServer } from './lib/server.mjs';

const { values } = parseArgs({
  options: {
    scale: { type: 'string', default: '1' },
    servers: { type: 'string', default: '1,2' },
    pooler: { type: 'boolean', default: false },
  },
});
const scale = Number(values.scale);
const many = (count) => Math.max(1, Math.round(count * scale));

/** Studios, what each has, and the one that is large: students by events. */
const SIZE = {
  studios: many(2000),
  students: 20,
  patterns: 40,
  assignments: 2,
  events: 66,
  large: { students: many(500), assignments: 5, events: 2000 },
  /** A studio whose backup is made and restored. */
  middle: { students: 30, assignments: 5, events: 400 },
};

const CLIENTS = 20;

/** Requests of each kind that are measured, in all. */
const EACH = 1200;

const pattern = createPattern('Weir roll', {
  strokes: [5, 3, 2, 3, 4, 3, 1, 3].map((string, index) => ({ id: `s${index}`, at: index * 420, string })),
  tempo: 72,
  subdivision: 2,
  tags: ['rolls'],
});
const plan = toLadderPlan(valueOrThrow(createLadder(pattern, { target: 80 })));
const stage = plan.stages.find(({ gate }) => gate > 0);
const summary = createPatternSummary(pattern);
const standing = summariseProgress(plan, EMPTY_PRACTICE_SNAPSHOT);

const tokenOf = (studio) => `bench-${studio}`.padEnd(43, 'x');
const hashOf = (token) => createHash('sha256').update(token).digest('base64url');
const jsonText = (value) => JSON.stringify(value).replaceAll('\\', '\\\\');

/** Columns of the tables that are filled, in the order their rows are written. */
const COLUMNS = {
  studios: 'id, name',
  teachers: 'studio_id, id, name, email, password_hash',
  sessions: 'token_hash, teacher_id, studio_id, expires_at',
  students: 'studio_id, id, name',
  documents:
    'studio_id, id, kind, format, version, name, document, summary, summary_version, school, tags, metre, difficulty',
  assignments: 'studio_id, id, student_id, name, pattern, target, way, plan, standing, events',
  practice_events: 'studio_id, id, student_id, assignment_id, at, kind, body',
};

const NOTHING = { students: 0, assignments: 0, events: 0 };

/** Studios with a size of their own, before all others: a large one, a middle one, and an empty one for its backup. */
const OWN = [SIZE.large, SIZE.middle, NOTHING];

const studios = Array.from({ length: SIZE.studios + OWN.length }, (_, index) => ({
  id: randomUUID(),
  teacher: randomUUID(),
  token: tokenOf(index),
  size: OWN[index] ?? SIZE,
  /** Filled as the rows are written. @type {string[]} */
  students: [],
  /** By student. @type {Map<string, string[]>} */
  assignments: new Map(),
}));
const [large, middle, empty] = studios;

/** Rows of a table as COPY reads them, some thousand at a time. */
const copying = async (url, table, rows) => {
  const psql = spawn(
    postgresBinary('psql'),
    [url, '-qc', 'set session_replication_role = replica', '-c', `copy ${table} (${COLUMNS[table]}) from stdin`],
    { stdio: ['pipe', 'inherit', 'inherit'] },
  );
  let lines = [];
  const flush = async () => {
    if (!psql.stdin.write(lines.join(''))) await once(psql.stdin, 'drain');
    lines = [];
  };
  for (const row of rows) {
    lines.push(`${row.join('\t')}\n`);
    if (lines.length >= 2000) await flush();
  }
  await flush();
  psql.stdin.end();
  const [code] = await once(psql, 'exit');
  if (code !== 0) throw new Error(`${table} could not be filled.`);
};

const NOW = Date.now();
const documentText = jsonText(pattern);
const [summaryText, planText, standingText] = [summary, plan, standing].map(jsonText);
const bodyText = jsonText({ stage: stage.key, tempo: stage.tempos[0], by: 'pedal' });

const doorRows = {
  studios: studios.map(({ id }, index) => [id, `Studio ${index}`]),
  teachers: studios.map(({ id, teacher }, index) => [id, teacher, 'Nell Sluice', `t${index}@bench.example`, 'none']),
  sessions: studios.map(({ id, teacher, token }) => [hashOf(token), teacher, id, '2100-01-01']),
};

function* patternRows() {
  for (const { id } of studios.filter((one) => one !== empty))
    for (let index = 0; index < SIZE.patterns; index += 1)
      yield [
        id,
        randomUUID(),
        'pattern',
        2,
        1,
        `Weir roll ${index}`,
        documentText,
        summaryText,
        1e6,
        pattern.school,
        '{rolls}',
        '4/4',
        1,
      ];
}

function* studentRows() {
  for (const studio of studios) {
    studio.students = Array.from({ length: studio.size.students }, () => randomUUID());
    for (const [index, student] of studio.students.entries()) yield [studio.id, student, `Imre ${index}`];
  }
}

function* assignmentRows() {
  for (const studio of studios) {
    for (const student of studio.students) {
      const own = Array.from({ length: studio.size.assignments }, () => randomUUID());
      studio.assignments.set(student, own);
      for (const id of own)
        yield [
          studio.id,
          id,
          student,
          'Weir roll',
          documentText,
          80,
          'bursts',
          planText,
          standingText,
          studio.size.events,
        ];
    }
  }
}

function* eventRows() {
  for (const studio of studios)
    for (const [student, own] of studio.assignments)
      for (const id of own)
        for (let index = 0; index < studio.size.events; index += 1)
          yield [
            studio.id,
            randomUUID(),
            student,
            id,
            NOW - 60_000 * (studio.size.events - index),
            index % 6 === 5 ? 'slipped' : 'clean',
            bodyText,
          ];
}

const fill = async (url) => {
  const began = performance.now();
  for (const [table, rows] of Object.entries(doorRows)) await copying(url, table, rows);
  await copying(url, 'documents', patternRows());
  await copying(url, 'students', studentRows());
  await copying(url, 'assignments', assignmentRows());
  await copying(url, 'practice_events', eventRows());
  const psql = spawn(postgresBinary('psql'), [url, '-qc', 'vacuum analyze'], { stdio: 'inherit' });
  await once(psql, 'exit');
  return (performance.now() - began) / 1000;
};

const quantile = (found, share) => [...found].sort((a, b) => a - b)[Math.floor(share * found.length)];

const oneOf = (list) => list[Math.floor(Math.random() * list.length)];
const anyStudio = () => studios[OWN.length + Math.floor(Math.random() * SIZE.studios)];

/** A request and the time it took, to its last byte, over connections that are kept. */
const asking = (address) => {
  const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS * 4 });
  return ({ studio, path, body }) =>
    new Promise((resolve, reject) => {
      const start = performance.now();
      const text = body && JSON.stringify(body);
      const headers = { cookie: `wren_session=${studio.token}`, 'accept-encoding': 'gzip' };
      if (text)
        Object.assign(headers, { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) });
      const sent = request(`${address}/api${path}`, { method: text ? 'POST' : 'GET', agent, headers }, (answer) => {
        if (answer.statusCode >= 400) reject(new Error(`${path}: ${answer.statusCode}`));
        answer.on('end', () => resolve(performance.now() - start)).resume();
      });
      sent.on('error', reject).end(text);
    });
};

const eventFor = (studio) => {
  const student = oneOf(studio.students);
  const event = { id: randomUUID(), at: Date.now(), kind: 'clean', stage: stage.key, tempo: stage.tempos[0] };
  return {
    path: `/students/${student}/events`,
    body: { events: [{ assignment: oneOf(studio.assignments.get(student)), event }] },
  };
};

const KINDS = {
  'select 1 (health)': () => ({ path: '/health' }),
  'list of patterns': () => ({ path: '/patterns' }),
  search: () => ({ path: `/patterns?search=roll+${Math.floor(Math.random() * 40)}` }),
  'Today (assignments)': () => ({ path: '/assignments' }),
  students: () => ({ path: '/students' }),
  'a student': (studio) => ({ path: `/students/${oneOf(studio.students)}/assignments` }),
  'add an event': eventFor,
};

/** Milliseconds of so many requests of twenty clients, and how many there were in a second. */
const measure = async (ask, kind, count = EACH) => {
  const found = [];
  let left = count;
  const began = performance.now();
  const client = async () => {
    while (left > 0) {
      left -= 1;
      const studio = anyStudio();
      found.push(await ask({ studio, ...kind(studio) }));
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, client));
  return { found, perSecond: (1000 * count) / (performance.now() - began) };
};

/** What opening the page of a student of the large studio asks for, all at once. */
const openLarge = async (ask) => {
  const studio = large;
  const found = [];
  for (let tries = 0; tries < 12; tries += 1) {
    const student = oneOf(studio.students);
    const paths = ['', '/assignments', '/events', '/ability', '/links', '/takes'].map(
      (end) => `/students/${student}${end}`,
    );
    const start = performance.now();
    await Promise.all(paths.map((path) => ask({ studio, path })));
    found.push(performance.now() - start);
  }
  return found;
};

const row = (name, { found, perSecond }, bare) => {
  const [middle, late, latest] = [0.5, 0.95, 0.99].map((share) => quantile(found, share));
  const ratio = bare ? `${(late / quantile(bare.found, 0.95)).toFixed(1)} × bare` : '';
  console.log(
    `  ${name.padEnd(22)} ${perSecond.toFixed(0).padStart(6)} a second   p50 ${middle.toFixed(1)}  p95 ${late.toFixed(1)}  p99 ${latest.toFixed(1)} ms   ${ratio}`,
  );
};

/** Milliseconds somebody else waits for /health while something is under way, asked again and again. */
const waitsDuring = async (ask, work) => {
  let over = false;
  const began = performance.now();
  const done = work().finally(() => (over = true));
  const found = [];
  while (!over) {
    found.push(await ask({ studio: large, path: '/health' }));
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  await done;
  return { found, seconds: (performance.now() - began) / 1000 };
};

const cookieOf = ({ token }) => ({ cookie: `wren_session=${token}` });

const send = async (address, studio, path, body, headers = {}) => {
  const answer = await fetch(`${address}/api${path}`, {
    method: 'POST',
    headers: { ...cookieOf(studio), ...headers },
    body,
  });
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
  return answer;
};

const strokes = Array.from({ length: 4000 }, (_, slot) => ({ id: `s${slot}`, at: slot * 105, string: (slot % 5) + 1 }));
const longPattern = JSON.stringify({ pattern: createPattern('Long', { bars: 125, subdivision: 8, strokes }) });

/** What may keep others waiting, each as somebody does it. */
const LOADS = (address, ask) => {
  let backup;
  return {
    'nothing else': () => new Promise((resolve) => setTimeout(resolve, 2000)),
    'a backup of 60,000 events is made': async () => {
      backup = await (await fetch(`${address}/api/archive`, { headers: cookieOf(middle) })).arrayBuffer();
    },
    'and restored': () => send(address, empty, '/archive', backup),
    '36 events to logs of 2,000 at once': () =>
      Promise.all(Array.from({ length: 36 }, () => ask({ studio: large, ...eventFor(large) }))),
    'twelve patterns of 4,000 strokes': () =>
      Promise.all(
        Array.from({ length: 12 }, () =>
          send(address, middle, '/patterns', longPattern, { 'content-type': 'application/json' }),
        ),
      ),
    'ten uploads that stand still': () => idleUploads(address, 10),
  };
};

const idleUploads = async (address, count) => {
  const { port } = new URL(address);
  const sockets = Array.from({ length: count }, (_, index) => {
    const socket = connect(Number(port), '127.0.0.1').on('error', () => {});
    const { cookie } = cookieOf(studios[OWN.length + (index % SIZE.studios)]);
    socket.write(
      `POST /api/archive HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nCookie: ${cookie}\r\nContent-Length: 1000000\r\n\r\n{`,
    );
    return socket;
  });
  await new Promise((resolve) => setTimeout(resolve, 3000));
  for (const socket of sockets) socket.destroy();
};

const othersWait = async (address, ask) => {
  console.log('\nWhat somebody else waits for /health meanwhile');
  for (const [name, work] of Object.entries(LOADS(address, ask))) {
    const { found, seconds } = await waitsDuring(ask, work);
    const [late, most] = [quantile(found, 0.99), Math.max(...found)].map((one) => one.toFixed(0));
    console.log(`  ${name.padEnd(38)} ${seconds.toFixed(1).padStart(6)} s   p99 ${late} ms, at most ${most} ms`);
  }
};

const run = async (databaseUrl, servers) => {
  const env = { FLEET_WREN_REQUESTS: '100000000', FLEET_WREN_SERVERS: String(servers), FLEET_WREN_DEMO: 'no' };
  const server = await startServer({ databaseUrl, port: await findFreePort(), env });
  const ask = asking(server.address);
  console.log(`\n${servers === 1 ? 'One process' : `${servers} processes`}, ${CLIENTS} clients on the same machine`);
  await measure(ask, KINDS['list of patterns'], 300);
  const bare = await measure(ask, KINDS['select 1 (health)']);
  for (const [name, kind] of Object.entries(KINDS))
    row(name, name.startsWith('select') ? bare : await measure(ask, kind), bare);
  const kinds = Object.values(KINDS).slice(1);
  row('all of them mixed', await measure(ask, (studio) => oneOf(kinds)(studio), 6 * EACH), bare);
  const opened = await openLarge(ask);
  console.log(
    `  opening a student of ${SIZE.large.students} with ${SIZE.large.assignments * SIZE.large.events} events each: first ${opened[0].toFixed(0)} ms, middle ${quantile(opened, 0.5).toFixed(0)} ms`,
  );
  if (servers === 1) await othersWait(server.address, ask);
  await server.stop();
};

ensurePackages();
buildIfStale(['wording', 'core', 'server']);
const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-scale-'));
chmodSync(folder, 0o755);
const database = await startPostgres({
  folder,
  port: await findFreePort(),
  settings: ['shared_buffers=512MB', 'max_wal_size=4GB'],
});
const pooler = values.pooler ? await startConnectionPooler(database.url) : undefined;
try {
  // The server makes the tables, then they are filled by who may leave the checks out.
  await (
    await startServer({ databaseUrl: database.url, port: await findFreePort(), env: { FLEET_WREN_DEMO: 'no' } })
  ).stop();
  const seconds = await fill(database.adminUrl);
  const events = SIZE.studios * SIZE.students * SIZE.assignments * SIZE.events;
  const inLarge = SIZE.large.students * SIZE.large.assignments * SIZE.large.events;
  console.log(
    `${SIZE.studios} studios, ${SIZE.studios * SIZE.students} students, ${SIZE.studios * SIZE.patterns} patterns, ${events} events, and a studio of ${SIZE.large.students} students with ${inLarge} events; filled in ${seconds.toFixed(0)} s`,
  );
  for (const servers of values.servers.split(',')) await run(pooler?.url ?? database.url, Number(servers));
} finally {
  pooler?.stop();
  database.stop();
  rmSync(folder, { recursive: true, force: true });
}
