import type { Schema } from '../core/document/typed-schema.ts';
import { PATHS, type Method, type RouteId } from './paths.ts';

/** A file that is answered as it is, and one that is sent. */
export const answeredFile: Schema<never> = { type: 'string', format: 'binary' };
export const sentFile: Schema<Blob> = { type: 'string', format: 'binary' };

/** How a body is read: as JSON checked by the route's schema, as text that a computing thread parses and checks, or as bytes. */
type BodyKind = 'json' | 'text' | 'bytes';

/** One entry of the interface: everything that server, page and description know of it. */
export interface Route {
  readonly method: Method;
  /** Path with its parameters in braces. */
  readonly path: string;
  readonly summary: string;
  /** Parameters of the path, by name. Whole numbers unless a choice is given. */
  readonly choices?: Readonly<Record<string, readonly string[]>>;
  /** Parameters of the path that are words, by name, with what each is. */
  readonly words?: Readonly<Record<string, string>>;
  /** Parameters of the query, by name, with what each is. */
  readonly query?: Readonly<Record<string, string>>;
  readonly body?: {
    readonly kind: BodyKind;
    readonly is: Schema<unknown>;
    /** Whether the request may come without one. */
    readonly optional?: true;
    /** A whole file may come: larger, and with more in it, than one document. */
    readonly file?: true;
  };
  readonly answer: Schema<unknown>;
  /** Status of success; 200 where it is left out. */
  readonly status?: 200 | 201;
  /** Refusals that this route can give beyond a bad request and a fault of the server. */
  readonly refuses: readonly (404 | 409 | 413 | 429)[];
  /** Whether the answer is a file, not JSON. */
  readonly sendsFile?: true;
}

/** Declares a route: what it takes and answers, joined with its method and path. */
export const route = <K extends RouteId, const R extends Omit<Route, 'method' | 'path'>>(
  id: K,
  r: R
): R & Pick<Route, 'method' | 'path'> => ({ method: PATHS[id][0], path: PATHS[id][1], ...r });
