import { spawn } from 'node:child_process';
import { chownSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureDebianPackages, findFreePort, findDatabaseUser } from './postgres.mjs';

const PROGRAM = '/usr/sbin/pgbouncer';

/**
 * As a pooler is set up before a database that many servers share: a connection is lent for a transaction, no longer.
 */
const settings = ({ hostname, port, username, password }, own) => `
[databases]
* = host=${hostname} port=${port} user=${username} password=${password}
[pgbouncer]
listen_addr = 127.0.0.1
listen_port = ${own}
unix_socket_dir =
auth_type = any
pool_mode = transaction
max_client_conn = 500
default_pool_size = 6
server_reset_query_always = 1
`;

const answers = (port) =>
  new Promise((resolve) => {
    const probe = connect({ port, host: '127.0.0.1' });
    probe.once('connect', () => resolve(probe.destroy() !== undefined));
    probe.once('error', () => resolve(false));
  });

/** Puts Debian's pgbouncer, in transaction mode, before a database: the address to use instead, and how to stop it. */
export const startConnectionPooler = async (databaseUrl) => {
  ensureDebianPackages(PROGRAM, ['pgbouncer']);
  const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-pooler-'));
  const [port, file, who] = [await findFreePort(), join(folder, 'pooler.ini'), findDatabaseUser()];
  writeFileSync(file, settings(new URL(databaseUrl), port), { mode: 0o600 });
  if (who) for (const path of [folder, file]) chownSync(path, who.uid, who.gid);
  const pooler = spawn(PROGRAM, ['-q', file], { stdio: ['ignore', 'ignore', 'inherit'], ...who });
  for (let tries = 0; tries < 100 && !(await answers(port)); tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
  const url = new URL(databaseUrl);
  url.port = String(port);
  const stop = () => {
    pooler.kill();
    rmSync(folder, { recursive: true, force: true });
  };
  return { url: url.href, stop };
};
