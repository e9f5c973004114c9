import { say } from '@fleet-wren/wording';
import { connectDatabase, migrateDatabase } from '../db/connection.ts';
import { resetPassword } from './reset-password.ts';

const run = async (): Promise<void> => {
  const [command, email] = process.argv.slice(2);
  if (command !== 'reset' || !email) throw new Error(say('operator.reset-usage'));
  const db = connectDatabase(process.env.DATABASE_URL ?? '', { patient: true });
  try {
    await migrateDatabase(db);
    console.log(say('operator.new-password', { email, password: await resetPassword(db, email) }));
  } finally {
    await db.destroy();
  }
};

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
