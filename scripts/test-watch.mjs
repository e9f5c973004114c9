// Runs the unit tests of a path again whenever something they use changes: npm run test:watch -- core/src/take
import { mkdtempSync, chmodSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT, packageBinary } from './lib/paths.mjs';
import { findFreePort, startPostgres } from './lib/postgres.mjs';
import { runProcess } from './lib/run-process.mjs';

ensurePackages();
const paths = process.argv.slice(2);
const needsDatabase = paths.length === 0 || paths.some((path) => path.includes('server'));

const openDatabase = async () => {
  const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-watch-'));
  chmodSync(folder, 0o755);
  const database = await startPostgres({ folder, port: await findFreePort(), quick: true });
  return { ...database, stop: () => (database.stop(), rmSync(folder, { recursive: true, force: true })) };
};

const database = needsDatabase ? await openDatabase() : undefined;
process.on('SIGINT', () => undefined);
process.exitCode = await runProcess(packageBinary('jest'), ['--watch', ...paths], {
  cwd: PROJECT_ROOT,
  stdio: 'inherit',
  env: {
    ...process.env,
    NODE_OPTIONS: '--experimental-vm-modules --no-warnings',
    ...(database ? { TEST_DATABASE_URL: database.url } : {}),
  },
});
database?.stop();
