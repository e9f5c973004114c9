import 'reflect-metadata';
import type { Server } from 'node:http';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import express, { type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import { PRACTICE_LINK_HEADER } from '@fleet-wren/contract';
import { AppModule } from './app.module.ts';
import { AuthService } from './auth/auth.service.ts';
import { createAuthMiddleware } from './auth/auth-session.ts';
import { BodyParserPool } from './request-bodies/body-parser.pool.ts';
import { createJsonBodyMiddleware } from './request-bodies/json-body.middleware.ts';
import { ResponseCheckInterceptor } from './contract/response-check.interceptor.ts';
import { AllExceptionsFilter } from './common/errors.filter.ts';
import { requireSameOrigin } from './common/same-origin.middleware.ts';
import { closeUnread, endSlowBodies } from './common/slow-requests.ts';
import { createInMemoryRateLimiter } from './common/rate-limiter.ts';
import type { Config } from './config.ts';
import type { Db } from './db/connection.ts';
import { PracticeService } from './practice/practice.service.ts';
import { createSecurityLog } from './common/security-log.ts';
import { TAKE_LIMITS } from './takes/takes.schema.ts';
import { serveWebApp } from './static/serve-web-app.ts';

/** The largest request bodies that are read: of nobody in particular, of the holder of a link, and of a teacher. */
const LARGEST_BODY = { door: '8kb', practice: '128kb', room: '2mb' } as const;

/** Requests to practice rooms from one address a minute: a class behind one router, and no guessing of 128 bits. */
const PRACTICE_A_MINUTE = 240;

const securityHeaders = (secure: boolean) =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        // A take is heard from the page's own memory.
        'media-src': ["'self'", 'blob:'],
        // Notation is engraved by a library that is compiled for the web.
        'script-src': ["'self'", "'wasm-unsafe-eval'"],
        // Positions are set by script, on elements: no style comes in markup.
        'style-src': ["'self'"],
        // Small fonts travel inside the styles.
        'font-src': ["'self'", 'data:'],
        'img-src': ["'self'", 'data:'],
        'worker-src': ["'self'"],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': null,
      },
    },
    // The same as frame-ancestors, for what does not know that one.
    xFrameOptions: { action: 'deny' },
    strictTransportSecurity: secure ? { maxAge: 31_536_000 } : false,
  });

/** Answers are a studio's own: nobody on the way keeps them. */
const notStored = (_request: Request, response: Response, next: NextFunction): void => {
  response.setHeader('Cache-Control', 'no-store');
  next();
};

const brake = (times: number) => {
  const count = createInMemoryRateLimiter({ limit: times, windowSeconds: 60 });
  return (request: Request, _response: Response, next: NextFunction): void => {
    count(request.ip ?? '').then(() => next(), next);
  };
};

/** Addresses that anybody may ask; behind all others a session is wanted before anything is read. */
const DOORS = /^\/(auth|health|practice|openapi\.json)(\/|$)/;

/** Addresses whose bodies are no JSON: they go to the disk as they come. */
const FILES = /^\/archive\/?$/;

/** Finds out whether a link is good before the body is read: a stranger's is not read at all. */
const linkFirst =
  (practice: PracticeService) =>
  (request: Request, _response: Response, next: NextFunction): void => {
    const token = request.headers[PRACTICE_LINK_HEADER];
    practice.resolveLink(typeof token === 'string' ? token : '').then(() => next(), next);
  };

const behindDoors =
  (handler: (request: Request, response: Response, next: NextFunction) => void) =>
  (request: Request, response: Response, next: NextFunction): void =>
    DOORS.test(request.path) ? next() : handler(request, response, next);

const exceptFiles =
  (handler: (request: Request, response: Response, next: NextFunction) => void) =>
  (request: Request, response: Response, next: NextFunction): void =>
    FILES.test(request.path) ? next() : handler(request, response, next);

/** Bodies are not unpacked: what is small on the way in stays small. */
const jsonBody = (limit: string) => express.json({ limit, inflate: false, strict: true });

/** The sound of a take comes in parts, as it is. */
const soundParts = express.raw({ type: 'application/octet-stream', limit: TAKE_LIMITS.part, inflate: false });

/**
 * Milliseconds for the head of a request, and for a whole one, whatever it brings; bodies have ends of their own
 * before.
 */
const LONGEST_REQUEST = { head: 15_000, whole: 60 * 60_000 } as const;

const boundConnections = (server: Server): void => {
  server.headersTimeout = LONGEST_REQUEST.head;
  server.requestTimeout = LONGEST_REQUEST.whole;
};

/** Builds the application around a database; the caller listens and closes. */
export const createApp = async (config: Config, db: Db): Promise<NestExpressApplication> => {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.forRoot(config, db), {
    logger: ['error', 'warn'],
    bodyParser: false,
  });
  app.disable('x-powered-by');
  app.setGlobalPrefix('api');
  if (config.trustProxy) app.set('trust proxy', config.trustProxy);
  // Answers that nobody keeps are compared with nothing.
  app.disable('etag');
  app.use(securityHeaders(config.secureCookies));
  // Answers are packed anew each time: quickly, and only where it saves more than it takes. A page of a list is a
  // packet or two.
  app.use('/api', compression({ level: 1, threshold: 32_768 }));
  if (config.webFolder) serveWebApp(app.getHttpAdapter().getInstance(), config.webFolder);
  if (config.securityLog) app.use('/api', createSecurityLog(config.securityLog));
  app.use('/api', closeUnread, endSlowBodies, notStored, brake(config.requestsPerMinute / config.servers));
  app.use('/api', requireSameOrigin(config.secureCookies));
  app.use(cookieParser());
  const known = createAuthMiddleware(app.get(AuthService), config);
  for (const path of ['me', 'sessions', 'password', 'recovery-codes', 'second-factor'])
    app.use(`/api/auth/${path}`, known);
  app.use('/api/auth', jsonBody(LARGEST_BODY.door));
  app.use('/api/practice', brake(PRACTICE_A_MINUTE / config.servers), linkFirst(app.get(PracticeService)));
  app.use('/api/practice', jsonBody(LARGEST_BODY.practice));
  app.use('/api/practice/takes', soundParts);
  const bodies = createJsonBodyMiddleware(app.get(BodyParserPool), LARGEST_BODY.room);
  app.use('/api', behindDoors(known), behindDoors(exceptFiles(bodies)));
  app.use('/api/takes', soundParts);
  if (config.checkResponses) app.useGlobalInterceptors(new ResponseCheckInterceptor());
  app.useGlobalFilters(new AllExceptionsFilter());
  await app.init();
  boundConnections(app.getHttpServer() as Server);
  return app;
};
