import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureChromium } from './lib/browser.mjs';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';
import { findFreePort, startPostgres } from './lib/postgres.mjs';
import { runProcess } from './lib/run-process.mjs';
import { startServer } from './lib/server.mjs';

ensurePackages();
ensureChromium();
buildIfStale(['wording', 'core', 'server', 'web']);

/** A part that does not run is an error of the whole, so that a missing measurement is seen. */
const measure = async (part, options = [], settings = {}) => {
  const code = await runProcess(process.execPath, [...options, join(PROJECT_ROOT, 'scripts', part)], settings);
  if (code !== 0) process.exitCode = code;
};

await measure('benchmark-engine.mjs', ['--expose-gc']);

const COPIED =
  'kind, format, version, school, document, student_id, summary, summary_version, tags, strings_used, digits_used, metre, difficulty';
const MANY = `insert into documents (studio_id, id, name, worked_at, ${COPIED})
  select studio_id, gen_random_uuid(), name || ' roll ' || n, worked_at - n * interval '1 minute', ${COPIED}
  from documents, generate_series(1, 1000) n where kind = 'pattern'`;

const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-bench-'));
chmodSync(folder, 0o755);
const database = await startPostgres({ folder, port: await findFreePort(), quick: true });
const server = await startServer({
  databaseUrl: database.url,
  port: await findFreePort(),
  // Twenty clients of one address ask as much as a city of schools.
  env: { FLEET_WREN_REQUESTS: '1000000' },
});
const env = { ...process.env, FLEET_WREN_ADDRESS: server.address };
await measure('benchmark-interface.mjs', [], { env });
// The database looks at what it holds by itself, within a minute; here at once.
spawnSync('psql', [database.url, '-qc', MANY, '-c', 'analyze documents'], { stdio: 'inherit' });
await measure('benchmark-lists.mjs', [], { env });
server.stop();
database.stop();
rmSync(folder, { recursive: true, force: true });
