import { say } from '@fleet-wren/wording';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** What the server needs to know from its surroundings. */
export interface Config {
  readonly databaseUrl: string;
  readonly port: number;
  /** Folder of the built web application; none when only the API is wanted. */
  readonly webFolder?: string;
  /** Whether to load the demo studio. */
  readonly demo: boolean;
  /** Whether cookies travel over https only. */
  readonly secureCookies: boolean;
  /** How many servers stand in front of this one (TLS), so that addresses are those of who asks; 0 for none. */
  readonly trustProxy?: number;
  /** How many studios may be registered from one address in an hour. */
  readonly registrationsPerHour: number;
  /** How many requests one address may send in a minute. */
  readonly requestsPerMinute: number;
  /** How many processes serve the port. */
  readonly servers: number;
  /** Folder in which uploads and downloads of whole studios wait, emptied when the server starts. */
  readonly uploadsFolder: string;
  /** Where events of security are written, a line each; nowhere where it is left out. */
  readonly securityLog?: (line: string) => void;
  /** Whether every answer is held against the contract before it is sent, as tests have it. */
  readonly checkResponses?: boolean;
}

/** Reads the configuration from environment variables. */
export const loadConfig = (env: NodeJS.ProcessEnv): Config => {
  if (!env.DATABASE_URL) throw new Error(say('operator.no-database'));
  return {
    databaseUrl: env.DATABASE_URL,
    port: Number(env.PORT ?? 4340),
    webFolder: env.FLEET_WREN_WEB,
    demo: env.FLEET_WREN_DEMO === 'yes',
    secureCookies: env.FLEET_WREN_SECURE_COOKIES === 'yes',
    trustProxy: Number(env.TRUST_PROXY ?? 0) || 0,
    registrationsPerHour: Number(env.FLEET_WREN_REGISTRATIONS ?? 20),
    requestsPerMinute: Number(env.FLEET_WREN_REQUESTS ?? 1200),
    servers: Math.max(1, Number(env.FLEET_WREN_SERVERS ?? 1) || 1),
    uploadsFolder: env.FLEET_WREN_UPLOADS ?? join(tmpdir(), 'fleet-wren-uploads'),
    checkResponses: env.FLEET_WREN_CHECK_RESPONSES === 'yes',
  };
};

/** Token under which the configuration is injected. */
export const CONFIG_TOKEN = Symbol('config');
