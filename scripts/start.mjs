import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { buildIfStale } from './lib/build.mjs';
import { openDatabase, serverEnvironment } from './lib/database.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT } from './lib/paths.mjs';
import { StartupError, isPortFree, readPort } from './lib/postgres.mjs';
import { keepRunning, watchDatabase } from './lib/supervise.mjs';

/** The most processes that serve one port. */
const MOST_SERVERS = 64;

/** How many processes serve: `npm start -- --servers 2`, or FLEET_WREN_SERVERS. */
const serversFrom = (args) => {
  const { values } = parseArgs({ args, options: { servers: { type: 'string' } }, strict: false });
  const text = values.servers ?? process.env.FLEET_WREN_SERVERS ?? '1';
  const count = Number(text);
  if (Number.isInteger(count) && count >= 1 && count <= MOST_SERVERS) return count;
  throw new StartupError(`--servers is to be a whole number from 1 to ${MOST_SERVERS}, not “${text}”.`);
};

const serve = ({ database, port, servers }) =>
  spawn(process.execPath, [join(PROJECT_ROOT, 'server', 'dist', 'main.js')], {
    cwd: PROJECT_ROOT,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    // Its own group, so that Ctrl-C reaches this script first and the database is stopped after the server.
    detached: true,
    env: { ...serverEnvironment(database, port), FLEET_WREN_SERVERS: String(servers) },
  });

const main = async () => {
  const port = readPort('PORT', 4340);
  const servers = serversFrom(process.argv.slice(2));
  if (!(await isPortFree(port)))
    throw new StartupError(
      `Port ${port} is taken, perhaps by a Fleet Wren that is already running. Stop that one, or choose another port: PORT=4341 npm start`,
    );
  ensurePackages();
  buildIfStale(['wording', 'core', 'server', 'web']);
  const database = await openDatabase();
  const { stop, isRunning, startAgain } = database;
  const watch = isRunning && watchDatabase({ isRunning, startAgain, say: console.log });
  const server = keepRunning({
    start: () => serve({ database, port, servers }),
    say: console.log,
    ended: (code, signal) => {
      watch?.stop();
      stop();
      console.log(
        code === 0 ? 'Stopped; the data is kept.' : `The server ended (${signal ?? code}); the data is kept.`,
      );
      process.exit(code);
    },
  });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.stop('SIGTERM'));
};

main().catch((error) => {
  console.error(error instanceof StartupError ? error.message : error);
  process.exit(1);
});
