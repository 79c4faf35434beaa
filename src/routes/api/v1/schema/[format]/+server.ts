import { FILE_SCHEMAS } from '$lib/core/formats/file-schemas';
import { endpoint } from '$lib/server/http';
import { found, notFound } from '$lib/server/outcome';

/** JSON Schema of a file format: setup, craft or shelf. */
export const GET = endpoint(({ params }) =>
  Object.hasOwn(FILE_SCHEMAS, params.format ?? '')
    ? found(FILE_SCHEMAS[params.format as string])
    : notFound('schema')
);
