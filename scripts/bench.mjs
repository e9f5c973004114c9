import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { ensureDebian, freePort, startPostgres } from './lib/postgres.mjs';
import { runToEnd } from './lib/run.mjs';
import { startServer } from './lib/server.mjs';

ensurePackages();
ensureDebian('/usr/bin/chromium', ['chromium']);
buildIfStale(['core', 'server', 'web']);
await runToEnd(process.execPath, ['--expose-gc', join(ROOT, 'scripts', 'bench-engine.mjs')]);

const MANY = `insert into patterns (id, studio_id, version, name, school, document, summary, worked_at)
  select gen_random_uuid(), studio_id, 1, name || ' roll ' || n, school, document, summary, worked_at - n * interval '1 minute'
  from patterns, generate_series(1, 1000) n`;

const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-bench-'));
chmodSync(folder, 0o755);
const database = await startPostgres({ folder, port: await freePort(), quick: true });
const server = await startServer({ databaseUrl: database.url, port: await freePort() });
const env = { ...process.env, FLEET_WREN_ADDRESS: server.address };
await runToEnd(process.execPath, [join(ROOT, 'scripts', 'bench-interface.mjs')], { env });
spawnSync('psql', [database.url, '-qc', MANY], { stdio: 'inherit' });
await runToEnd(process.execPath, [join(ROOT, 'scripts', 'bench-lists.mjs')], { env });
server.stop();
database.stop();
rmSync(folder, { recursive: true, force: true });
