import { createHash, randomUUID } from 'node:crypto';
import { createPattern, createSong, createSeededRandom } from '@fleet-wren/core';
import type { Agent } from 'supertest';
import { startServer, type TestServer } from './studio.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer();
});
afterAll(() => server.close());

/** A student with something set and something that happened. */
const practising = async (agent: Agent): Promise<void> => {
  const about = { lessonDay: 2, notes: 'Thumb pick.' };
  const student = (await agent.post('/api/students').send({ name: 'Junia Weir', about }).expect(201)).body as {
    id: string;
  };
  const plan = { target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60] }] };
  const set = { name: 'Roll', pattern: createPattern('Roll'), target: 80, way: 'bursts', plan };
  const { body } = await agent.post(`/api/students/${student.id}/assignments`).send(set).expect(201);
  const event = { id: randomUUID(), at: 1_750_000_000_000, kind: 'clean', stage: 'thumb', tempo: 60 };
  const events = [{ assignment: (body as { id: string }).id, event }];
  await agent.post(`/api/students/${student.id}/events`).send({ events }).expect(201);
  await withTakes(agent, student.id);
};

const PART = 262_144;

/** A take whose sound is whole, judged; and one of whose sound a part is missing. */
const withTakes = async (agent: Agent, studentId: string): Promise<void> => {
  const random = createSeededRandom(3);
  const sound = Buffer.from(Uint8Array.from({ length: 2 * PART + 77 }, () => Math.floor(256 * random())));
  for (const sent of [3, 1]) {
    const form = { name: 'Weir', pattern: createPattern('Roll'), mime: 'audio/webm', bytes: sound.length };
    const { body } = await agent.post(`/api/students/${studentId}/takes`).send(form).expect(201);
    const { id } = body as { id: string };
    for (let number = 0; number < sent; number += 1)
      await agent
        .put(`/api/takes/${id}/parts/${number}`)
        .set('content-type', 'application/octet-stream')
        .send(sound.subarray(number * PART, (number + 1) * PART))
        .expect(200);
    await agent
      .put(`/api/takes/${id}/judgement`)
      .send({
        engine: sent,
        headline: { code: 'take.headline', params: { clean: 3, passes: 4, tempo: 80 } },
        judgement: '{}',
      })
      .expect(200);
  }
};

const archiveOf = async (agent: Agent, path = '/api/archive'): Promise<string> =>
  (
    await agent
      .get(path)
      .buffer(true)
      .parse((response, done) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString('utf8')));
        response.on('end', () => done(null, text));
      })
  ).body as string;

const readBack = (agent: Agent, text: string) =>
  agent.post('/api/archive').set('content-type', 'application/x-ndjson').send(text);

/** A studio with something of every kind. */
const filled = async (): Promise<Agent> => {
  const agent = await server.newStudio();
  const strokes = [
    { id: 'a', at: 0, string: 5 },
    { id: 'b', at: 210, string: 3, pin: 'm' as const },
  ];
  const { body } = await agent.post('/api/patterns').send({ pattern: createPattern('Röll “é”', { strokes }) });
  const { id, pattern } = body as { id: string; pattern: object };
  await agent
    .put(`/api/patterns/${id}`)
    .send({ version: 1, pattern: { ...pattern, tempo: 99 } })
    .expect(200);
  await agent.post(`/api/patterns/${id}/versions`).send({ label: 'Before' }).expect(204);
  await agent
    .post('/api/songs')
    .send({ song: createSong('Low water') })
    .expect(201);
  await agent
    .post('/api/hands')
    .send({ name: 'Small', scale: { p: 1.2 }, times: {} })
    .expect(201);
  await agent
    .post('/api/schools')
    .send({ name: 'Ours', base: 'rolling', digits: ['p', 'i', 'm'], homes: {}, weights: { cross: 5 } })
    .expect(201);
  await agent
    .put('/api/estimates')
    .send({ estimates: { i: 0.2 }, version: 0 })
    .expect(200);
  await agent
    .put('/api/settings')
    .send({ settings: { leftHanded: true }, version: 0 })
    .expect(200);
  await practising(agent);
  return agent;
};

test('two backups of one studio at once come one after the other', async () => {
  const agent = await filled();
  const [one] = (await agent.get('/api/students').expect(200)).body as readonly { readonly id: string }[];
  const paths = ['/api/archive', `/api/students/${one?.id}/archive`, '/api/archive'];
  const texts = await Promise.all(paths.map((path) => archiveOf(agent, path)));
  for (const text of texts) expect(text.trim().split('\n').at(-1)).toContain('"end":true');
});

test('one student leaves with everything in one file, and nobody else’s', async () => {
  const agent = await filled();
  await practising(agent);
  const [one, other] = (await agent.get('/api/students').expect(200)).body as readonly { readonly id: string }[];
  await agent
    .post('/api/hands')
    .send({ name: 'Own', scale: { p: 1.1 }, times: {}, studentId: one?.id })
    .expect(201);
  const text = await archiveOf(agent, `/api/students/${one?.id}/archive`);
  expect(text).not.toContain(other?.id);
  const rows = text
    .trim()
    .split('\n')
    .slice(1, -1)
    .map((line) => JSON.parse(line) as { readonly table: string });
  const counted = (table: string): number => rows.filter((row) => row.table === table).length;
  expect(['students', 'assignments', 'practice_events', 'takes', 'take_parts', 'documents'].map(counted)).toEqual([
    1, 1, 1, 2, 4, 1,
  ]);

  const elsewhere = await server.newStudio();
  await readBack(elsewhere, text).expect(201);
  expect(await archiveOf(elsewhere, `/api/students/${one?.id}/archive`)).toContain('"Junia Weir"');
  await elsewhere.get(`/api/students/${other?.id}/archive`).expect(404);
  await server.stranger().get(`/api/students/${one?.id}/archive`).expect(401);
});

/** Lines with an end that fits them. */
const ended = (lines: readonly string[]): string => {
  const before = lines.map((line) => `${line}\n`).join('');
  const sha256 = createHash('sha256').update(before).digest('hex');
  return `${before}${JSON.stringify({ end: true, rows: lines.length - 1, sha256 })}\n`;
};

/** What may stand where something else should, in a row of a file somebody made. */
const WRONG: readonly unknown[] = [
  ...[null, true, -1, 1.5, 2 ** 31, 2 ** 53, 1e308, '', 'a\u0000b', '\ud800', 'x'.repeat(5000), [], {}, [[]]],
  ...['00000000-0000-4000-8000-000000000000', '2026-02-31T00:00:00Z', '9999999-01-01', 'NaN'],
];

/** A row in which one value, somewhere, is another one, or missing. */
const damagedLine = (random: () => number, line: string): string => {
  const value = JSON.parse(line) as { row: Record<string, unknown> };
  let place: Record<string, unknown> = value.row;
  for (;;) {
    const keys = Object.keys(place);
    const key = keys[Math.floor(random() * keys.length)] ?? 'id';
    const next = place[key];
    if (typeof next === 'object' && next !== null && random() < 0.7) {
      place = next as Record<string, unknown>;
      continue;
    }
    if (random() < 0.15) delete place[key];
    else place[key] = WRONG[Math.floor(random() * WRONG.length)];
    return JSON.stringify(value);
  }
};

/** Lines without what differs from studio to studio. */
const rowsIn = (text: string): readonly string[] => text.trim().split('\n').slice(1, -1).sort();

describe('the archive of a studio', () => {
  test('everything comes back in an empty studio, and its archive is the same again', async () => {
    const text = await archiveOf(await filled());
    const other = await server.newStudio();
    const { body } = await readBack(other, text).expect(201);
    expect(body).toEqual({
      ...{ students: 1, documents: 6, document_versions: 2, assignments: 1, practice_events: 1 },
      ...{ takes: 2, take_parts: 4 },
    });
    expect(rowsIn(await archiveOf(other))).toEqual(rowsIn(text));
    const { patterns } = (await other.get('/api/patterns')).body as { patterns: { name: string }[] };
    expect(patterns.map(({ name }) => name)).toEqual(['Röll “é”']);
    expect(((await other.get('/api/songs')).body as { songs: object[] }).songs).toHaveLength(1);
  });

  test('its checksum is that of all lines before the last, as any program finds it', async () => {
    const text = await archiveOf(await filled());
    const lines = text.trim().split('\n');
    const before = `${lines.slice(0, -1).join('\n')}\n`;
    const end = JSON.parse(lines.at(-1) ?? '') as { sha256: string; rows: number };
    expect(end).toEqual({
      end: true,
      rows: lines.length - 2,
      sha256: createHash('sha256').update(before).digest('hex'),
    });
  });

  test('a studio that has something is never read into', async () => {
    const text = await archiveOf(await filled());
    const { status, body } = await readBack(await filled(), text);
    expect([status, (body as { error: { code: string } }).error.code]).toEqual([409, 'archive-not-empty']);
  });

  const damaged: readonly (readonly [string, (text: string) => string, RegExp])[] = [
    ['cut off', (text) => text.slice(0, Math.floor(text.length * 0.7)), /incomplete|is not part of a backup/],
    ['without its end', (text) => `${text.trim().split('\n').slice(0, -1).join('\n')}\n`, /is incomplete/],
    ['changed in one place', (text) => text.replaceAll('Low water', 'Low-water'), /checksum differs/],
    ['of a newer version', (text) => text.replace('"version":4', '"version":9'), /newer/],
    ['with a row of another table', (text) => text.replace(/"table" : "documents"/, '"table" : "teachers"'), /Line 3/],
    [
      'with a document that cannot stand',
      (text) => text.replace('"tempo": 99', '"tempo": 9'),
      /Line \d+: 9 bpm is out of range\. .*Nothing/,
    ],
    ['of nothing', () => '', /incomplete/],
    ['no archive', () => '{"hello": 1}\n', /not a Fleet Wren backup/],
    ['not even lines', () => 'x'.repeat(5_000_000), /longer than any document/],
  ];

  test.each(damaged)('one %s is refused whole, and nothing is kept of it', async (_what, damage, words) => {
    const text = await archiveOf(await filled());
    const other = await server.newStudio();
    const { status, body } = await readBack(other, damage(text));
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect((body as { error: { message: string } }).error.message).toMatch(words);
    expect(rowsIn(await archiveOf(other))).toEqual([]);
  });

  test('nobody without a session gets one, and none holds another studio’s', async () => {
    await server.stranger().get('/api/archive').expect(401);
    await filled();
    expect(rowsIn(await archiveOf(await server.newStudio()))).toEqual([]);
  });

  test('it is of one moment, whatever is written while it is made', async () => {
    const agent = await server.newStudio();
    const made: string[] = [];
    for (let count = 0; count < 30; count += 1) {
      const answer = await agent
        .post('/api/students')
        .send({ name: `S${count}` })
        .expect(201);
      made.push((answer.body as { id: string }).id);
    }
    let writing = true;
    const plan = { target: 80, stages: [{ key: 'thumb', name: 'Thumb', gate: 5, tempos: [60] }] };
    const set = { name: 'Roll', pattern: createPattern('Roll'), target: 80, way: 'bursts', plan };
    const writer = (async () => {
      for (let count = 0; writing; count += 1) {
        const student = made[count % made.length] as string;
        const { body } = await agent.post(`/api/students/${student}/assignments`).send(set);
        const event = { id: randomUUID(), at: 1_750_000_000_000 + count, kind: 'clean', stage: 'thumb', tempo: 60 };
        await agent
          .post(`/api/students/${student}/events`)
          .send({ events: [{ assignment: (body as { id: string }).id, event }] });
        if (count % 5 === 4) await agent.delete(`/api/assignments/${(body as { id: string }).id}`);
      }
    })();
    // Each of them has to restore: a row whose assignment is not there would be refused.
    for (let count = 0; count < 3; count += 1) {
      const text = await archiveOf(agent);
      await readBack(await server.newStudio(), text).expect(201);
    }
    writing = false;
    await writer;
  }, 60_000);

  test('how assignments stand is worked out from the log, whatever the file says of it', async () => {
    const text = await archiveOf(await filled());
    const lines = text.trim().split('\n').slice(0, -1);
    const forged = lines.map((line) => line.replace('"place" : 0', '"place" : 0, "standing" : {"last": {"x": 1}}'));
    const other = await server.newStudio();
    await readBack(other, ended(forged)).expect(201);
    const [line] = (await other.get('/api/assignments').expect(200)).body as readonly { standing: object }[];
    expect(line?.standing).toMatchObject({ last: 1_750_000_000_000, passed: 0, of: 1 });
  });

  test('what lists show of patterns comes by itself', async () => {
    const other = await server.newStudio();
    await readBack(other, await archiveOf(await filled())).expect(201);
    for (;;) {
      const { patterns } = (await other.get('/api/patterns')).body as { patterns: { summary: { unjudged?: true } }[] };
      if (!patterns[0]?.summary.unjudged) break;
    }
  });

  test('damaged files are refused with what is wrong, never as a failure of the house (seeded)', async () => {
    const text = await archiveOf(await filled());
    const lines = text.trim().split('\n').slice(0, -1);
    const random = createSeededRandom(20261130);
    const found: string[] = [];
    for (let done = 0; done < (process.env.TEST_HARD === '1' ? 3000 : 12); done += 1) {
      const other = await server.newStudio();
      const place = 1 + Math.floor(random() * (lines.length - 1));
      const damagedLines = lines.map((line, index) => (index === place ? damagedLine(random, line) : line));
      const { status, body } = await readBack(other, ended(damagedLines));
      if (status >= 500) found.push(`${status} ${damagedLines[place]?.slice(0, 300)} ${JSON.stringify(body)}`);
      if (status < 400)
        for (const path of [
          'students',
          'assignments',
          'patterns',
          'songs',
          'hands',
          'schools',
          'settings',
          'estimates',
        ])
          if ((await other.get(`/api/${path}`)).status !== 200)
            found.push(`${path} ${damagedLines[place]?.slice(0, 300)}`);
    }
    expect(found).toEqual([]);
  }, 3_600_000);
});

const CAUSE = 'm on string 2 again, beat 1 let to beat 2: needs 0.23 s, has 0.50 s at 60';

test('a backup of the version before, with sentences in it, comes back in codes', async () => {
  const inProse = (line: string): string =>
    line
      .replace('"version":4', '"version":3')
      .replace(/"way" ?: "bursts"/, '"way": "short bursts early"')
      .replace(/"name" ?: "Thumb"/, `"name": "The thumb alone", "cause": "${CAUSE}"`)
      .replace(/"headline" ?: \{.*?\}\}/g, '"headline": "3 of 4 times through clean, at 80 a minute"');
  const lines = (await archiveOf(await filled())).trimEnd().split('\n');
  const prose = lines.slice(0, -1).map(inProse);
  expect(prose.join('')).toMatch(/short bursts early.*The thumb alone.*3 of 4 times through clean/s);
  const agent = await server.newStudio();
  await readBack(agent, ended(prose)).expect(201);
  const back = await archiveOf(agent);
  const assignment = JSON.parse(back.split('\n').find((line) => /"table" ?: "assignments"/.test(line)) ?? '{}') as {
    row: { way: string; plan: { stages: object[] } };
  };
  expect(assignment.row.way).toBe('bursts');
  expect(assignment.row.plan.stages[0]).toMatchObject({
    name: { code: 'stage.thumb.name', params: { finger: 'p' } },
    cause: { code: 'limit.same-string', params: { string: 2 } },
  });
  expect(back.match(/"headline" ?: \{.*?\}\}/g)).toHaveLength(2);
});
