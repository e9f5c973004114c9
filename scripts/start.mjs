import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildIfStale } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { ROOT } from './lib/paths.mjs';
import { StartTrouble, dataFolder, isFree, startPostgres } from './lib/postgres.mjs';

const port = Number(process.env.PORT ?? 4340);
const databasePort = Number(process.env.FLEET_WREN_DB_PORT ?? 54340);

const database = async () => {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, stop: () => {} };
  const folder = dataFolder();
  console.log(`Data folder: ${folder}`);
  return startPostgres({ folder, port: databasePort });
};

const serve = (url) =>
  spawn(process.execPath, [join(ROOT, 'server', 'dist', 'main.js')], {
    cwd: ROOT,
    stdio: 'inherit',
    // Its own group, so that Ctrl-C reaches this script first and the database is stopped after the server.
    detached: true,
    env: {
      ...process.env,
      DATABASE_URL: url,
      PORT: String(port),
      FLEET_WREN_DEMO: process.env.FLEET_WREN_DEMO ?? 'yes',
    },
  });

const main = async () => {
  if (!(await isFree(port)))
    throw new StartTrouble(
      `Port ${port} is taken, perhaps by a Fleet Wren that is already running. Stop that one, or choose another port: PORT=4341 npm start`,
    );
  ensurePackages();
  buildIfStale(['core', 'server', 'web']);
  const { url, stop } = await database();
  const server = serve(url);
  const end = (signal) => server.kill(signal);
  process.on('SIGINT', () => end('SIGTERM'));
  process.on('SIGTERM', () => end('SIGTERM'));
  process.on('SIGHUP', () => end('SIGTERM'));
  server.on('exit', (code) => {
    stop();
    console.log('Stopped; the data is kept.');
    process.exit(code ?? 0);
  });
};

main().catch((error) => {
  console.error(error instanceof StartTrouble ? error.message : error);
  process.exit(1);
});
