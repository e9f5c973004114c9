// One address for everything: the interface with hot reload, and behind it the server, which restarts when its code
// changes.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { openDatabase, serverEnvironment } from './lib/database.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { COMPILER, PROJECT_ROOT } from './lib/paths.mjs';
import { StartupError, findFreePort, isPortFree, readPort } from './lib/postgres.mjs';
import { runProcess } from './lib/run-process.mjs';

const began = performance.now();
const children = [];

const background = (args, options = {}) => {
  const child = spawn(process.execPath, args, {
    cwd: PROJECT_ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    ...options,
  });
  children.push(child);
  return child;
};

const answersAt = async (url) => {
  const answered = await fetch(url).catch(() => undefined);
  return answered?.ok === true;
};

const until = async (holds) => {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 100));
};

const compileServer = async () => {
  const code = await runProcess(COMPILER[0], [...COMPILER.slice(1), '-b', 'server'], { cwd: PROJECT_ROOT });
  // What was compiled before still runs; with nothing at all there is nothing to serve.
  if (code !== 0 && !existsSync(join(PROJECT_ROOT, 'server/dist/main.js'))) process.exit(code);
};

const serveApi = (database, port) => {
  background([...COMPILER.slice(1), '-b', '--watch', '--preserveWatchOutput', 'server']);
  background(['--enable-source-maps', '--watch', '--watch-preserve-output', 'server/dist/main.js'], {
    stdio: ['ignore', 'inherit', 'inherit'],
    env: serverEnvironment(database, port),
  });
};

const serveInterface = async (port, api) => {
  process.env.FLEET_WREN_API = api;
  process.env.VITE_GALLERY = 'true';
  const { createServer } = await import(
    pathToFileURL(createRequire(join(PROJECT_ROOT, 'web/package.json')).resolve('vite')).href
  );
  const vite = await createServer({ root: join(PROJECT_ROOT, 'web'), server: { port, strictPort: true } });
  await vite.listen();
  return vite;
};

const main = async () => {
  const port = readPort('PORT', 4340);
  if (!(await isPortFree(port))) throw new StartupError(`Port ${port} is taken. Choose another: PORT=4341 npm run dev`);
  ensurePackages();
  const [database] = await Promise.all([openDatabase(), compileServer()]);
  const apiPort = await findFreePort();
  serveApi(database, apiPort);
  const api = `http://127.0.0.1:${apiPort}`;
  const vite = await serveInterface(port, api);
  // The interface's own server ends the process by itself when it is told to; the rest ends with it.
  process.on('exit', () => {
    children.forEach((child) => child.kill('SIGTERM'));
    database.stop();
  });
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, () => void vite.close().finally(() => process.exit(0)));
  await until(() => answersAt(`${api}/api/health`));
  console.log(`\nReady after ${((performance.now() - began) / 1000).toFixed(1)} s: http://localhost:${port}`);
  console.log('Saved files show at once; the server restarts. Shared components: /gallery');
};

main().catch((error) => {
  console.error(error instanceof StartupError ? error.message : error);
  process.exit(1);
});
