import { randomUUID } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import knex, { type Knex } from 'knex';
import request, { type Agent } from 'supertest';
import { createApp } from '../src/app.ts';
import type { Config } from '../src/config.ts';
import { connectDatabase, migrateDatabase, type Db } from '../src/db/connection.ts';

/** A server over a database of its own in the real PostgreSQL that the test command starts. */
export interface TestServer {
  readonly app: NestExpressApplication;
  readonly db: Knex;
  /** A client with a studio of its own, signed in. */
  readonly newStudio: () => Promise<Agent>;
  /** A client that is nobody. */
  readonly stranger: () => Agent;
  readonly close: () => Promise<void>;
  /** A way to the database that waits as long as it takes. */
  readonly patient: () => Db;
  readonly url: string;
}

const serverUrl = (): string => {
  const url = process.env.TEST_DATABASE_URL;
  if (!url) throw new Error('TEST_DATABASE_URL is missing: run the tests with npm test, which starts PostgreSQL.');
  return url;
};

/** Where tests keep files on their way. */
export const UPLOADS = join(tmpdir(), 'fleet-wren-test-uploads');

export const PASSWORD = 'a password long enough';

/** Starts a server over a fresh database. */
export const startServer = async (
  more: Partial<Pick<Config, 'registrationsPerHour' | 'secureCookies' | 'securityLog'>> = {},
): Promise<TestServer> => {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = knex({ client: 'pg', connection: serverUrl() });
  await admin.raw(`create database ${name}`);
  // Where a pooler is asked for, the server sees the database through it alone.
  const url = new URL(process.env.TEST_POOLER_URL ?? serverUrl());
  url.pathname = `/${name}`;
  const db = connectDatabase(url.href);
  await migrateDatabase(db);
  const app = await createApp(
    {
      databaseUrl: url.href,
      port: 0,
      demo: false,
      secureCookies: false,
      registrationsPerHour: 100,
      requestsPerMinute: 100_000,
      servers: 1,
      checkResponses: true,
      uploadsFolder: UPLOADS,
      ...more,
    },
    db,
  );
  const stranger = (): Agent => request.agent(app.getHttpServer());
  const newStudio = async (): Promise<Agent> => {
    const agent = stranger();
    await agent
      .post('/api/auth/register')
      .send({ studio: 'Test studio', name: 'Teacher', email: `${randomUUID()}@studio.example`, password: PASSWORD })
      .expect(201);
    return agent;
  };
  const close = async (): Promise<void> => {
    await app.close();
    await db.destroy();
    // A pooler holds connections that nobody uses any more; without one, all have to be closed.
    await admin.raw(`drop database ${name}${process.env.TEST_POOLER_URL ? ' with (force)' : ''}`);
    await admin.destroy();
  };
  const patient = (): Db => connectDatabase(url.href, { patient: true });
  return { app, db, newStudio, stranger, close, patient, url: url.href };
};
