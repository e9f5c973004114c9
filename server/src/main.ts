import type { Server } from 'node:http';
import { join } from 'node:path';
import { createApp } from './app.ts';
import { configFrom, type Config } from './config.ts';
import { connect, migrate } from './db/connection.ts';
import { SummariesService } from './summaries/summaries.service.ts';
import { DEMO_SIGN_IN, loadDemo } from './demo/load.ts';

/** Milliseconds that requests may take to end when the server stops. */
const LAST_WORDS = 3000;

/** Codes by which a database says that it cannot be reached, or not as who asks. */
const UNREACHED: ReadonlySet<unknown> = new Set([
  'ECONNREFUSED',
  'ENOTFOUND',
  'EAI_AGAIN',
  'ETIMEDOUT',
  'EHOSTUNREACH',
  '28P01',
  '28000',
  '3D000',
]);

/** Why a database does not answer, without its password. */
const unreachedWords = (databaseUrl: string, code: unknown): string => {
  const { hostname, port, pathname } = new URL(databaseUrl);
  return `The database ${pathname.slice(1)} at ${hostname}:${port || '5432'} cannot be reached (${String(code)}). Look whether it runs, and whether DATABASE_URL names it, its user and its password rightly.`;
};

const prepare = async ({ databaseUrl, demo }: Config): Promise<void> => {
  const patient = connect(databaseUrl, { patient: true });
  try {
    await migrate(patient);
    if (demo) await loadDemo(patient);
  } catch (error) {
    const { code } = error as { readonly code?: unknown };
    throw UNREACHED.has(code) ? new Error(unreachedWords(databaseUrl, code)) : error;
  } finally {
    await patient.destroy();
  }
};

const run = async (): Promise<void> => {
  const config: Config = {
    ...configFrom({ FLEET_WREN_WEB: join(import.meta.dirname, '../../web/dist'), ...process.env }),
    securityLog: (line) => process.stdout.write(`${line}\n`),
  };
  await prepare(config);
  const db = connect(config.databaseUrl);
  const app = await createApp(config, db);
  await app.listen(config.port, process.env.HOST ?? '127.0.0.1');
  // In the background: no document keeps the server from starting.
  void app.get(SummariesService).refresh();
  console.log(`\nFleet Wren is ready at http://localhost:${config.port}`);
  if (config.demo)
    console.log(`Demo studio: sign in as ${DEMO_SIGN_IN.email} with the password ${DEMO_SIGN_IN.password}`);
  const stop = async (): Promise<void> => {
    // A request that is only half sent would be waited for.
    setTimeout(() => (app.getHttpServer() as Server).closeAllConnections(), LAST_WORDS).unref();
    await app.close();
    await db.destroy();
    process.exit(0);
  };
  process.once('SIGTERM', () => void stop());
  process.once('SIGINT', () => void stop());
};

run().catch((error: unknown) => {
  console.error('The server could not start:', error instanceof Error ? error.message : error);
  process.exit(1);
});
