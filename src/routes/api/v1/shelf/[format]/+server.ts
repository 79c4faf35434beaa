import { error } from '@sveltejs/kit';
import { store } from '$lib/server/db/store';
import { exportShelf } from '$lib/server/shelf-exchange';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => {
  const file = exportShelf(store(), params.format);
  if (!file)
    error(404, 'There is no such format: json, zip, motor.csv, esc.csv, battery.csv or propulsor.csv.');
  return new Response(file.body as BodyInit, {
    headers: { 'content-type': file.type, 'content-disposition': `attachment; filename="${file.name}"` }
  });
};
