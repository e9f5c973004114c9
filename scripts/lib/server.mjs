import { spawn, spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { PROJECT_ROOT } from './paths.mjs';

const answers = (url) =>
  fetch(url).then(
    ({ ok }) => ok,
    () => false,
  );

/** Starts the built server over a database and waits until it answers. */
export const startServer = async ({ databaseUrl, port, env = {} }) => {
  const child = spawn(process.execPath, [join(PROJECT_ROOT, 'server', 'dist', 'main.js')], {
    cwd: PROJECT_ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: String(port),
      FLEET_WREN_DEMO: 'yes',
      FLEET_WREN_REGISTRATIONS: '1000',
      ...env,
    },
  });
  const address = `http://127.0.0.1:${port}`;
  for (let tries = 0; tries < 300 && child.exitCode === null; tries += 1) {
    if (await answers(`${address}/api/health`)) {
      const gone = new Promise((resolve) => child.once('exit', resolve));
      return { address, stop: () => (child.kill('SIGTERM'), gone) };
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  child.kill('SIGKILL');
  throw new Error('The server did not answer.');
};

/** Makes a further database beside the one an address names, and answers its address. */
export const createDatabase = (url, name) => {
  const { status, stderr } = spawnSync('psql', [url, '-Atc', `create database ${name}`], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
};
