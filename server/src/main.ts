import { say } from '@fleet-wren/wording';
import cluster from 'node:cluster';
import type { Server } from 'node:http';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { createApp } from './app.ts';
import { emptyUploads } from './backup/spool.ts';
import { loadConfig, type Config } from './config.ts';
import { connectDatabase, migrateDatabase, type Db } from './db/connection.ts';
import { DEMO_SIGN_IN, loadDemo } from './demo/load.ts';
import { readyToServe, superviseWorkers } from './processes.ts';
import { SummariesService } from './summaries/summaries.service.ts';

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
  const where = { name: pathname.slice(1), host: `${hostname}:${port || '5432'}` };
  return say('operator.database-unreached', { ...where, code: String(code) });
};

const prepare = async ({ databaseUrl, demo, uploadsFolder }: Config): Promise<void> => {
  const patient = connectDatabase(databaseUrl, { patient: true });
  try {
    await migrateDatabase(patient);
    if (demo) await loadDemo(patient);
  } catch (error) {
    const { code } = error as { readonly code?: unknown };
    throw UNREACHED.has(code) ? new Error(unreachedWords(databaseUrl, code)) : error;
  } finally {
    await patient.destroy();
  }
  await emptyUploads(uploadsFolder);
};

const config: Config = {
  ...loadConfig({
    FLEET_WREN_WEB: join(import.meta.dirname, '../../web/dist'),
    ...process.env,
  }),
  securityLog: (line) => process.stdout.write(`${line}\n`),
};

// Whoever read what is written here may be gone: that ends nothing.
for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);

const announce = (): void => {
  console.log(`\n${say('operator.ready', { address: `http://localhost:${config.port}` })}`);
  if (config.demo) console.log(say('operator.demo', { email: DEMO_SIGN_IN.email, password: DEMO_SIGN_IN.password }));
  readyToServe();
};

const stopServing = async (app: NestExpressApplication, db: Db, code: number): Promise<void> => {
  // A request that is only half sent would be waited for.
  setTimeout(() => (app.getHttpServer() as Server).closeAllConnections(), LAST_WORDS).unref();
  setTimeout(() => process.exit(code), 2 * LAST_WORDS).unref();
  await app.close();
  await db.destroy();
  process.exit(code);
};

/**
 * What nothing caught. A promise nobody waited for leaves everything else as it is, so it is logged and that is all.
 * After an exception the state of this process is not known any more: it takes no new requests, ends those under way,
 * and is started again.
 */
const surviveErrors = (stop: (code: number) => void): void => {
  process.on('unhandledRejection', (error) => console.error(say('operator.unhandled-rejection'), error));
  process.on('uncaughtException', (error) => {
    console.error(say('operator.uncaught-exception'), error);
    stop(1);
  });
};

/** Serves in this process until it is told to stop. */
const serve = async ({ refreshes }: { readonly refreshes: boolean }): Promise<void> => {
  const db = connectDatabase(config.databaseUrl);
  const app = await createApp(config, db);
  let stopping = false;
  const stop = (code: number): void => {
    if (stopping) return;
    stopping = true;
    void stopServing(app, db, code).catch(() => process.exit(1));
  };
  surviveErrors(stop);
  process.once('SIGTERM', () => stop(0));
  process.once('SIGINT', () => stop(0));
  process.once('disconnect', () => stop(0));
  await app.listen(config.port, process.env.HOST ?? '127.0.0.1');
  // In the background: no document keeps the server from starting.
  if (refreshes) void app.get(SummariesService).refresh();
};

const run = async (): Promise<void> => {
  if (cluster.isWorker) return serve({ refreshes: cluster.worker?.id === 1 });
  await prepare(config);
  if (config.servers > 1) superviseWorkers(config.servers, announce);
  else {
    await serve({ refreshes: true });
    announce();
  }
};

run().catch((error: unknown) => {
  console.error(say('operator.not-started'), error instanceof Error ? error.message : error);
  process.exit(1);
});
