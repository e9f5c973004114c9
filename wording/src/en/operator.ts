/** What who runs the server reads on its console. */
export const operator = {
  'operator.ready': 'Fleet Wren is ready at {address}',
  'operator.demo': 'Demo studio: sign in as {email} with the password {password}',
  'operator.not-started': 'The server could not start:',
  'operator.database-unreached':
    'The database {name} at {host} cannot be reached ({code}). Check that it is running and that DATABASE_URL has the right database, user and password.',
  'operator.no-database': 'DATABASE_URL is not set. It is the address of the PostgreSQL database to use.',
  'operator.process-ended': 'A server process stopped unexpectedly ({why}). Restarting it.',
  'operator.unhandled-rejection': 'Unhandled rejection:',
  'operator.uncaught-exception': 'Uncaught exception:',
  'operator.reset-usage': 'Usage: npm run admin -- reset EMAIL',
  'operator.new-password':
    'The new password of {email} is {password}\nChange it after signing in (Settings, Account). All devices have been signed out, and two-factor authentication is off.',
  'operator.no-teacher': 'No teacher has the email address {email}. Enter the address the teacher signs in with.',
} as const;
