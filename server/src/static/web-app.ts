import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { type Express, type NextFunction, type Request, type RequestHandler, type Response } from 'express';

/** Anything that would take a page and names no file: browsers, and programs that take what they get. */
const wantsPage = (request: Request): boolean => {
  const { method, path } = request;
  return method === 'GET' && !path.startsWith('/api') && !/\.\w+$/.test(path) && request.accepts('html') !== false;
};

/** Leaves what is asked of the API alone: looking for it among files would cost every answer a question to the disk. */
const besideApi =
  (handler: RequestHandler): RequestHandler =>
  (request, response, next) =>
    request.path.startsWith('/api/') ? next() : handler(request, response, next);

/** Serves the built web application: files by name, and its one page for every address of its own. */
export const serveWebApp = (app: Express, folder: string): void => {
  const page = join(folder, 'index.html');
  if (!existsSync(page)) return;
  app.use(besideApi(compression()));
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  app.use(besideApi(express.static(folder, { index: false })));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (!wantsPage(request)) return next();
    response.setHeader('Cache-Control', 'no-cache');
    response.sendFile(page);
  });
};
