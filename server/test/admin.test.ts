import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { resetPassword } from '../src/admin/reset-password.ts';
import { PASSWORD, startServer, type TestServer } from './studio.ts';

const SCRIPT = join(import.meta.dirname, '../../scripts/admin.mjs');

let server: TestServer;
let folder: string;
beforeAll(async () => {
  server = await startServer();
  folder = mkdtempSync(join(tmpdir(), 'wren-admin-'));
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true });
});

const admin = (...args: readonly string[]) =>
  spawnSync(process.execPath, [SCRIPT, ...args], {
    encoding: 'utf8',
    cwd: folder,
    env: { ...process.env, DATABASE_URL: server.url, INIT_CWD: folder },
  });

const email = 'wilhelmina@studio.example';

test('a teacher gets a new password, and every session ends', async () => {
  const agent = server.stranger();
  const form = { studio: 'Osier bank', name: 'Wilhelmina Reed', email, password: PASSWORD };
  await agent.post('/api/auth/register').send(form).expect(201);
  const password = await resetPassword(server.db, ` ${email.toUpperCase()}`);
  await agent.get('/api/auth/me').expect(401);
  await agent.post('/api/auth/sign-in').send({ email, password: PASSWORD }).expect(401);
  await agent.post('/api/auth/sign-in').send({ email, password }).expect(200);
  await expect(resetPassword(server.db, 'nobody@studio.example')).rejects.toThrow(
    /No teacher has the email address nobody/,
  );
});

test('what was backed up comes back when all is lost; a file that is cut changes nothing', async () => {
  const names = (): Promise<readonly string[]> => server.db('students').orderBy('name').pluck('name');
  const agent = await server.newStudio();
  for (const name of ['Bertil Quay', 'Ysolde Fen']) await agent.post('/api/students').send({ name }).expect(201);
  const before = await names();
  expect(admin('backup', 'house.backup')).toMatchObject({ status: 0, stderr: '' });
  expect(admin('backup', 'house.backup')).toMatchObject({ status: 1 });
  await server.db('studios').delete();
  expect(await names()).toEqual([]);

  const whole = readFileSync(join(folder, 'house.backup'));
  writeFileSync(join(folder, 'cut.backup'), whole.subarray(0, whole.length / 2));
  await agent.get('/api/students').expect(401);
  expect(admin('restore', 'cut.backup').status).toBe(1);
  expect(await names()).toEqual([]);

  expect(admin('restore', 'house.backup')).toMatchObject({ status: 0, stderr: '' });
  expect(await names()).toEqual(before);
  await agent.get('/api/students').expect(200);
});

test.each([
  ['nothing', [], /npm run admin -- reset EMAIL/],
  ['a command there is not', ['destroy', 'x'], /npm run admin -- backup FILE/],
  ['a file there is not', ['restore', 'none.backup'], /There is no file/],
] as const)('%s is told, and what to do', (_what, args, words) => {
  const { status, stderr } = admin(...args);
  expect(status).toBe(1);
  expect(stderr).toMatch(words);
});
