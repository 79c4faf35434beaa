import { standardSchema } from '../core/formats/file-schemas.ts';
import type { Route } from './route.ts';
import { ROUTES } from './routes.ts';
import { named, SCHEMAS } from './schemas.ts';

type Json = Record<string, unknown>;

const REFUSALS: Record<number, string> = {
  400: 'The request was broken off.',
  403: 'Asked under a strange name, or from another page.',
  404: 'There is no such thing; it may have been deleted.',
  409: 'It was changed elsewhere meanwhile; what stands comes with the answer. Nothing was stored.',
  413: 'Too large; nothing was stored.',
  422: 'Figures that are not right; nothing was stored.',
  401: 'Not logged in, where a passphrase is set.',
  429: 'Too many wrong answers; Retry-After says when to try again.',
  503: 'Too much at once: Retry-After says when to try again. Or the data cannot be used now; what is wrong is said.',
  507: 'The disk is full; nothing was stored.'
};

const json = (description: string, schema: object): Json => ({
  description,
  content: { 'application/json': { schema } }
});

/** Statuses that a route may answer with beside success. */
const refusalsOf = (route: Route): number[] =>
  [
    ...new Set<number>([
      401,
      403,
      503,
      ...route.refuses,
      ...(route.body ? [413, 422] : []),
      ...(route.method === 'GET' ? [] : [507])
    ])
  ].sort();

function operationOf(id: string, route: Route): Json {
  const names = [...route.path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]);
  const type = { json: 'application/json', text: 'application/json', bytes: 'application/octet-stream' };
  const { body, query = {}, choices = {}, words = {}, answer } = route;
  const success: Json = route.sendsFile
    ? { description: 'The file.', content: { 'application/octet-stream': { schema: answer } } }
    : json('Done.', answer);
  return {
    operationId: id,
    summary: route.summary,
    parameters: [
      ...names.map((name) => ({
        name,
        in: 'path',
        required: true,
        schema: choices[name]
          ? { enum: [...choices[name]] }
          : words[name]
            ? { type: 'string', description: words[name] }
            : { type: 'integer' }
      })),
      ...Object.entries(query).map(([name, description]) => ({
        name,
        in: 'query',
        required: false,
        description,
        schema: { type: 'string' }
      }))
    ],
    ...(body
      ? {
          requestBody: {
            required: !body.optional,
            content: { [type[body.kind]]: { schema: standardSchema(body.is) } }
          }
        }
      : {}),
    responses: {
      [route.status ?? 200]: success,
      ...(id === 'importCraft' ? { 201: success } : {}),
      ...Object.fromEntries(
        refusalsOf(route).map((status) => [
          status,
          json(REFUSALS[status], id === 'health' ? { type: 'object' } : named('Errors'))
        ])
      )
    }
  };
}

/** The OpenAPI 3.1 document of the whole interface, made from the route table and the schemas that check requests. */
export function openApi(version: string): Json {
  const paths: Record<string, Json> = {
    '/api/openapi.json': {
      get: {
        operationId: 'openApi',
        summary: 'This document.',
        responses: { 200: json('The description.', { type: 'object' }) }
      }
    }
  };
  for (const [id, route] of Object.entries(ROUTES) as [string, Route][])
    (paths[route.path] ??= {})[route.method.toLowerCase()] = operationOf(id, route);
  return {
    openapi: '3.1.0',
    info: {
      title: 'Iskarn',
      version,
      summary: 'Predicts current, power, thrust and time of a model’s electric powertrain.',
      description: 'SI units, the unit in every name. Predictions are never permission.'
    },
    servers: [{ url: '/' }],
    paths,
    components: { schemas: SCHEMAS }
  };
}
