import type { TypeOf } from '../core/document/typed-schema.ts';
import type { RouteId } from './paths.ts';
import type { Route } from './route.ts';
import { BACKUP_ROUTES } from './routes/backups.ts';
import { COMPUTING_ROUTES } from './routes/computing.ts';
import { CRAFT_ROUTES } from './routes/crafts.ts';
import { INSTALLATION_ROUTES } from './routes/installation.ts';
import { RUN_ROUTES } from './routes/runs.ts';
import { SEARCH_ROUTES } from './routes/searches.ts';
import { SETUP_ROUTES } from './routes/setups.ts';
import { SHELF_ROUTES } from './routes/shelf.ts';

/**
 * The interface, route by route: what is served, checked at the edge, called by the page and described, all from here; each
 * resource has its file. A table of data.
 */
export const ROUTES = {
  ...INSTALLATION_ROUTES,
  ...BACKUP_ROUTES,
  ...COMPUTING_ROUTES,
  ...CRAFT_ROUTES,
  ...SETUP_ROUTES,
  ...RUN_ROUTES,
  ...SEARCH_ROUTES,
  ...SHELF_ROUTES
};

export type Routes = typeof ROUTES;

// every path has its route and every route its path
ROUTES satisfies Record<RouteId, Route>;

/** What a route answers. */
export type AnswerOf<K extends RouteId> = TypeOf<Routes[K]['answer']>;
/** What is sent to a route. */
export type BodyOf<K extends RouteId> = Routes[K] extends { body: { is: infer Body } }
  ? TypeOf<Body>
  : undefined;
