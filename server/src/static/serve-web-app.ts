import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { message, createProblem } from '@fleet-wren/core';
import compression from 'compression';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import { answerProblems, problemsBehind } from '../common/errors.filter.ts';

/** Anything that would take a page and names no file: browsers, and programs that take what they get. */
const wantsPage = (request: Request): boolean => {
  const { method, path } = request;
  return method === 'GET' && !/\.\w+$/.test(path) && request.accepts('html') !== false;
};

const unreadable = createProblem('request-wrong', { problem: message('request.address') });

const isReadable = (path: string): boolean => {
  try {
    return decodeURIComponent(path) !== '';
  } catch {
    return false;
  }
};

/** Serves the built web application: files by name, and its one page for every address of its own. */
export const serveWebApp = (app: Express, folder: string): void => {
  const page = join(folder, 'index.html');
  if (!existsSync(page)) return;
  const files = express.Router();
  files.use((request: Request, response: Response, next: NextFunction) =>
    isReadable(request.path) ? next() : answerProblems(response, [unreadable]),
  );
  files.use(compression());
  files.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y' }));
  files.use(express.static(folder, { index: false }));
  files.use((request: Request, response: Response, next: NextFunction) => {
    if (!wantsPage(request)) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(page);
  });
  files.use((_request: Request, response: Response) => answerProblems(response, [createProblem('not-found')]));
  // The four parameters are how an error handler is told from others.
  files.use((error: unknown, _request: Request, response: Response, next: NextFunction) =>
    response.headersSent ? next(error) : answerProblems(response, problemsBehind(error)),
  );
  // What is asked of the API is not looked for among files: that would cost every answer a question to the disk.
  app.use((request: Request, response: Response, next: NextFunction) =>
    request.path.startsWith('/api') ? next() : files(request, response, next),
  );
};
