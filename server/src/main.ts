import { join } from 'node:path';
import { createApp } from './app.ts';
import { configFrom } from './config.ts';
import { connect, migrate } from './db/connection.ts';
import { SummariesService } from './summaries/summaries.service.ts';
import { DEMO_SIGN_IN, loadDemo } from './demo/load.ts';

const run = async (): Promise<void> => {
  const config = configFrom({ FLEET_WREN_WEB: join(import.meta.dirname, '../../web/dist'), ...process.env });
  const patient = connect(config.databaseUrl, { patient: true });
  await migrate(patient);
  if (config.demo) await loadDemo(patient);
  await patient.destroy();
  const db = connect(config.databaseUrl);
  const app = await createApp(config, db);
  await app.listen(config.port, process.env.HOST ?? '127.0.0.1');
  // In the background: no document keeps the server from starting.
  void app.get(SummariesService).refresh();
  console.log(`\nFleet Wren is ready at http://localhost:${config.port}`);
  if (config.demo)
    console.log(`Demo studio: sign in as ${DEMO_SIGN_IN.email} with the password ${DEMO_SIGN_IN.password}`);
  const stop = async (): Promise<void> => {
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
