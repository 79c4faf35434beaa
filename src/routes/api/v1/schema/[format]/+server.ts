import { json } from '@sveltejs/kit';
import { FILE_SCHEMAS } from '$lib/core/formats/file-schemas';
import { respond } from '$lib/server/http';
import { notFound } from '$lib/server/outcome';
import type { RequestHandler } from './$types';

/** JSON Schema of a file format: setup, craft or shelf. */
export const GET: RequestHandler = ({ params }) => {
  const schema = Object.hasOwn(FILE_SCHEMAS, params.format) ? FILE_SCHEMAS[params.format] : null;
  return schema ? json(schema) : respond(notFound('schema'));
};
