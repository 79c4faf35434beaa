import type { RequestEvent } from '@sveltejs/kit';
import { findRoute } from '../api/find-route.ts';
import type { RouteId } from '../api/paths.ts';
import type { Route } from '../api/route.ts';
import { SCHEMAS } from '../api/schemas.ts';
import { validateAgainst } from '../core/document/validate.ts';
import { DOCUMENT_LIMITS } from '../core/text/json.ts';
import { store } from './db/store.ts';
import { HANDLERS, type Asked } from './handlers.ts';
import { bodyOf, bytesOf, DOCUMENT_BYTES, failed, FILE_BYTES, respond, sentence, textOf } from './http.ts';
import { found, idOf, invalid, type Outcome } from './outcome.ts';

/** A body that names a document is checked where that document is stored, with its contradictions: here by its shape. */
const shapeOf = (schema: object): object =>
  JSON.parse(JSON.stringify(schema), (_key, value: unknown) => {
    const name = (value as { $ref?: string } | null)?.$ref?.replace('#/components/schemas/', '');
    return name !== undefined && Object.hasOwn(SCHEMAS, name)
      ? { type: 'object', title: name.toLowerCase() }
      : value;
  }) as object;

const shapes = new Map<Route, object>();
function shape(route: Route): object {
  let made = shapes.get(route);
  if (!made) shapes.set(route, (made = shapeOf(route.body?.is ?? {})));
  return made;
}

/** Body of a request as its route takes it, checked by the schema that is served. */
async function bodyFor(route: Route, request: Request): Promise<Outcome<unknown>> {
  const { body } = route;
  if (!body) return found(undefined);
  if (body.kind === 'bytes') return bytesOf(request);
  if (body.kind === 'text') return textOf(request, body.file ? FILE_BYTES : DOCUMENT_BYTES);
  const read = await bodyOf(request, body.optional ? {} : undefined, DOCUMENT_LIMITS);
  if (!read.ok) return read;
  const checked = validateAgainst<unknown>(shape(route), read.value);
  return checked.ok ? found(checked.value) : invalid(checked.errors);
}

/** Revision that a write names: in its body, as `?revision=`, or in If-Match; undefined where it names none. */
function namedRevision(event: RequestEvent, body: unknown): unknown {
  const inBody = (body as { revision?: unknown } | null | undefined)?.revision;
  if (inBody !== undefined) return inBody;
  const said = event.url.searchParams.get('revision') ?? event.request.headers.get('if-match');
  return said === null ? undefined : Number(said.replaceAll('"', '').replace(/^W\//, ''));
}

/** Answers a request to the interface by its route: read, checked, done, in words where it is refused. */
export async function dispatch(event: RequestEvent): Promise<Response> {
  const { request, url } = event;
  const method = request.method === 'HEAD' ? 'GET' : request.method;
  const way = findRoute(method, url.pathname);
  if (!way.ok) {
    if (way.allowed.length === 0) return sentence('There is nothing at this address of the interface.', 404);
    const response = sentence(`${request.method} is not done here; ${way.allowed.join(', ')} are.`, 405);
    response.headers.set('allow', way.allowed.join(', '));
    return response;
  }
  const { id, route, params } = way.found;
  try {
    const body = await bodyFor(route, request);
    if (!body.ok) return respond(body);
    const asked: Asked<RouteId> = {
      get db() {
        return store();
      },
      id: idOf(params.id),
      params,
      query: url.searchParams,
      body: body.value as never,
      revision: namedRevision(event, body.value),
      event
    };
    const handle = HANDLERS[id] as (asked: Asked<RouteId>) => Promise<Outcome<unknown>>;
    return respond(await handle(asked), route.status);
  } catch (error) {
    return failed(error);
  }
}
