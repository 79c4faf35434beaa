import type { Method, RouteId } from './paths.ts';
import type { Route } from './route.ts';
import { ROUTES } from './routes.ts';

/** A route that a request leads to, with the parameters of its path. */
interface FoundRoute {
  readonly id: RouteId;
  readonly route: Route;
  readonly params: Readonly<Record<string, string>>;
}

interface Pattern {
  readonly id: RouteId;
  readonly route: Route;
  readonly expression: RegExp;
  readonly names: readonly string[];
}

const PATTERNS: readonly Pattern[] = (Object.entries(ROUTES) as [RouteId, Route][])
  .map(([id, route]) => ({
    id,
    route,
    names: [...route.path.matchAll(/\{(\w+)\}/g)].map((m) => m[1]),
    expression: new RegExp(`^${route.path.replaceAll('.', '\\.').replace(/\{\w+\}/g, '([^/]+)')}$`)
  }))
  // a path that is spelled out comes before one that a parameter could be
  .sort((a, b) => a.names.length - b.names.length);

function readable(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

/** The route of a method and a path; where only the method does not fit, those that do. */
export function findRoute(
  method: string,
  path: string
): { ok: true; found: FoundRoute } | { ok: false; allowed: Method[] } {
  const allowed: Method[] = [];
  let fewest = Infinity;
  for (const { id, route, expression, names } of PATTERNS) {
    // one that is spelled out is never read as a parameter of another, whatever the method
    if (names.length > fewest) break;
    const m = expression.exec(path);
    if (!m) continue;
    fewest = names.length;
    const params = Object.fromEntries(names.map((name, at) => [name, readable(m[at + 1])]));
    if (route.method === method) return { ok: true, found: { id, route, params } };
    allowed.push(route.method);
  }
  return { ok: false, allowed };
}
