import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '../..');

/** A port that is free just now. */
export const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.listen({ port: 0, host: '127.0.0.1' }, () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** `npm start` in a folder of its own; answers when it says that it is ready. */
export const started = (
  data: string,
  port: string,
  databasePort: string,
  { args = [], env = {} }: { readonly args?: readonly string[]; readonly env?: Readonly<Record<string, string>> } = {},
) => {
  const { DATABASE_URL: _none, ...rest } = process.env;
  const child = spawn(process.execPath, [join(ROOT, 'scripts/start.mjs'), ...args], {
    env: {
      ...rest,
      NODE_OPTIONS: '',
      PORT: port,
      FLEET_WREN_DB_PORT: databasePort,
      FLEET_WREN_DATA: data,
      FLEET_WREN_DEMO: 'no',
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const ready = new Promise<void>((resolve, reject) => {
    const listen = (part: Buffer): void => {
      said += part.toString();
      if (said.includes('ready at')) resolve();
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    child.on('exit', () => reject(new Error(said)));
  });
  const ended = new Promise<number | null>((resolve) => child.on('exit', (code) => resolve(code)));
  return { child, ready, ended, said: () => said };
};
