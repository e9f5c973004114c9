import { connect, migrate } from '../db/connection.ts';
import { resetPassword } from './reset.ts';

const run = async (): Promise<void> => {
  const [command, email] = process.argv.slice(2);
  if (command !== 'reset' || !email) throw new Error('Usage: npm run admin -- reset EMAIL');
  const db = connect(process.env.DATABASE_URL ?? '', { patient: true });
  try {
    await migrate(db);
    console.log(`The new password of ${email} is ${await resetPassword(db, email)}`);
    console.log(
      'Change it after signing in (Settings, Account). All devices have been signed out, and two-factor authentication is off.',
    );
  } finally {
    await db.destroy();
  }
};

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
