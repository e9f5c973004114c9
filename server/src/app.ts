import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import compression from 'compression';
import cookieParser from 'cookie-parser';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { AppModule } from './app.module.ts';
import { ErrorsFilter } from './common/errors.filter.ts';
import { sameOrigin } from './common/origin.ts';
import { floodBrake } from './common/rate-limit.ts';
import type { Config } from './config.ts';
import type { Db } from './db/connection.ts';
import { serveWebApp } from './static/web-app.ts';

/** The largest request body that is read. */
const LARGEST_BODY = '2mb';

const securityHeaders = () =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        'img-src': ["'self'", 'data:'],
        'worker-src': ["'self'"],
        'frame-ancestors': ["'none'"],
        'upgrade-insecure-requests': null,
      },
    },
    strictTransportSecurity: false,
  });

const brake = () => {
  const count = floodBrake({ times: 1200, seconds: 60 });
  return (request: Request, _response: Response, next: NextFunction): void => {
    count(request.ip ?? '').then(() => next(), next);
  };
};

/** Builds the application around a database; the caller listens and closes. */
export const createApp = async (config: Config, db: Db): Promise<NestExpressApplication> => {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.around(config, db), {
    logger: ['error', 'warn'],
    bodyParser: false,
  });
  app.disable('x-powered-by');
  app.setGlobalPrefix('api');
  app.use(securityHeaders(), compression());
  if (config.webFolder) serveWebApp(app.getHttpAdapter().getInstance(), config.webFolder);
  app.use('/api', brake(), sameOrigin);
  app.use(cookieParser());
  app.useBodyParser('json', { limit: LARGEST_BODY });
  app.useGlobalFilters(new ErrorsFilter());
  await app.init();
  return app;
};
