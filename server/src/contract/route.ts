import { applyDecorators, Delete, Get, Header, HttpCode, Post, Put, SetMetadata, UseGuards } from '@nestjs/common';
import { ROUTES, type ResponseOf, type Route } from '@fleet-wren/contract';
import { AuthGuard } from '../auth/auth-session.ts';
import { JSON_TEXT } from '../common/json-text.ts';
import type { Row } from '../db/row.ts';

const METHODS = { GET: Get, POST: Post, PUT: Put, DELETE: Delete } as const;

/** What a handler returns for an answer of the contract: times may still be dates, which JSON writes as text. */
type Returned<T> = T extends readonly (infer Item)[]
  ? readonly (Item | Row<Item>)[]
  : T extends object
    ? T | Row<T>
    : T;

type Handler<R extends Route> = (...given: never[]) => Returned<ResponseOf<R>> | Promise<Returned<ResponseOf<R>>>;

/** A decorator for handlers of a type alone. */
type DecoratorOf<H> = <T extends H>(target: object, name: string, handler: TypedPropertyDescriptor<T>) => void;

/** Under which a handler’s route is found. */
const ROUTE = Symbol('route');

const bind = (route: Route, ...more: readonly MethodDecorator[]): MethodDecorator => {
  const [method, path = ''] = route.split(' ');
  const { access, status } = ROUTES[route];
  return applyDecorators(
    METHODS[method as keyof typeof METHODS](path),
    HttpCode(status),
    SetMetadata(ROUTE, route),
    ...(access === 'teacher' ? [UseGuards(AuthGuard)] : []),
    ...more,
  );
};

/** The route of the contract a handler is bound to. */
export const routeOf = (handler: object): Route | undefined => Reflect.getMetadata(ROUTE, handler) as Route | undefined;

/** Binds a handler to a route of the contract: its path, its status, who may ask, and the type it answers. */
export const Handles = <R extends Route>(route: R): DecoratorOf<Handler<R>> => bind(route);

/** The same for a handler that passes on the JSON text of the database. */
export const HandlesAsText = (route: Route): DecoratorOf<(...given: never[]) => Promise<string>> =>
  bind(route, Header(...JSON_TEXT));

/** The same for a handler that writes its answer itself, such as a file. */
export const HandlesResponse = (route: Route): DecoratorOf<(...given: never[]) => Promise<void>> => bind(route);
