import {
  IDEMPOTENCY_KEY_HEADER,
  PRACTICE_LINK_HEADER,
  ROUTES,
  takesIdempotencyKey,
  type Route,
} from '@fleet-wren/contract';
import type Joi from 'joi';
import joiToJson from 'joi-to-json';
import { BODIES, QUERIES } from './requests.ts';
import { RESPONSES } from './responses.ts';

/** The package is CommonJS: what it declares as its default is the module itself. */
const toOpenApi = joiToJson as unknown as typeof joiToJson.default;

type JsonSchema = Readonly<Record<string, unknown>>;

const isPatternName = (name: string): boolean => name.startsWith('/') && name.endsWith('/');

/** The package writes a pattern of names among the properties too, where it would be a property of that name. */
const withoutPatternNames = (value: unknown): unknown => {
  if (Array.isArray(value)) return value.map(withoutPatternNames);
  if (typeof value !== 'object' || value === null) return value;
  const entries = Object.entries(value).filter(([name]) => !isPatternName(name));
  return Object.fromEntries(entries.map(([name, inner]) => [name, withoutPatternNames(inner)]));
};

const toJsonSchema = (schema: Joi.Schema): JsonSchema =>
  withoutPatternNames(toOpenApi(schema, 'open-api-3.1')) as JsonSchema;

const inJson = (schema: JsonSchema) => ({ 'application/json': { schema } });

const ERROR: JsonSchema = {
  type: 'object',
  required: ['error'],
  properties: {
    error: {
      type: 'object',
      required: ['code', 'message'],
      properties: {
        code: { type: 'string', description: 'A code of docs/errors.md.' },
        message: { type: 'string' },
        problems: { type: 'array', items: { type: 'object' } },
      },
    },
  },
};

const BINARY: JsonSchema = { type: 'string', format: 'binary' };

const BINARY_RESPONSES: Readonly<Partial<Record<Route, string>>> = {
  'GET /archive': 'application/x-ndjson',
  'GET /students/:id/archive': 'application/x-ndjson',
  'GET /takes/:id/sound': 'audio/*',
};

const BINARY_BODIES: Readonly<Partial<Record<Route, string>>> = {
  'POST /archive': 'application/x-ndjson',
  'PUT /takes/:id/parts/:number': 'application/octet-stream',
  'PUT /practice/takes/:id/parts/:number': 'application/octet-stream',
};

const own = <T>(table: Readonly<Partial<Record<Route, T>>>, route: Route): T | undefined => table[route];

const pathParameters = (path: string) =>
  [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));

const queryParameters = (route: Route) => {
  const query = own<Joi.Schema>(QUERIES, route);
  const { properties = {} } = query ? toJsonSchema(query) : {};
  return Object.entries(properties as JsonSchema).map(([name, schema]) => ({ name, in: 'query', schema }));
};

const headerParameters = (route: Route) =>
  takesIdempotencyKey(route)
    ? [{ name: IDEMPOTENCY_KEY_HEADER, in: 'header', schema: { type: 'string', format: 'uuid' } }]
    : [];

const requestBody = (route: Route) => {
  const body = own<Joi.Schema>(BODIES, route);
  if (body) return { required: true, content: inJson(toJsonSchema(body)) };
  const type = BINARY_BODIES[route];
  return type ? { required: true, content: { [type]: { schema: BINARY } } } : undefined;
};

const responseContent = (route: Route) => {
  const answer = own<Joi.Schema>(RESPONSES, route);
  if (answer) return inJson(toJsonSchema(answer));
  const type = BINARY_RESPONSES[route];
  return type ? { [type]: { schema: BINARY } } : undefined;
};

const SECURITY = { anyone: [], teacher: [{ session: [] }], link: [{ practiceLink: [] }] } as const;

const operationOf = (route: Route, path: string) => {
  const { access, status, summary } = ROUTES[route];
  const body = requestBody(route);
  const content = responseContent(route);
  return {
    summary,
    tags: [path.split('/')[1] ?? ''],
    security: SECURITY[access],
    parameters: [...pathParameters(path), ...queryParameters(route), ...headerParameters(route)],
    ...(body ? { requestBody: body } : {}),
    responses: {
      [status]: { description: status === 204 ? 'Done.' : summary, ...(content ? { content } : {}) },
      default: { description: 'An error, by its code.', content: inJson(ERROR) },
    },
  };
};

/** A path as OpenAPI writes it: `/patterns/{id}`. */
const openApiPath = (path: string): string => path.replace(/:(\w+)/g, '{$1}');

/** Describes every route of the contract by OpenAPI 3.1, from the schemas that check what is asked and answered. */
export const describeApi = () => {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const route of Object.keys(ROUTES) as Route[]) {
    const [method = '', path = ''] = route.split(' ');
    (paths[openApiPath(path)] ??= {})[method.toLowerCase()] = operationOf(route, path);
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Fleet Wren', version: '1', description: 'The routes of the server, all below `/api`.' },
    servers: [{ url: '/api' }],
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'wren_session' },
        practiceLink: { type: 'apiKey', in: 'header', name: PRACTICE_LINK_HEADER },
      },
    },
    paths,
  };
};
