import { store } from '$lib/server/db/store';
import { endpoint } from '$lib/server/http';
import { found, notFound } from '$lib/server/outcome';
import { exportShelf } from '$lib/server/shelf-exchange';

export const GET = endpoint(({ params }) => {
  const file = exportShelf(store(), params.format ?? '');
  if (!file)
    return notFound('format of the shelf: json, zip, motor.csv, esc.csv, battery.csv and propulsor.csv are');
  return found(
    new Response(file.body as BodyInit, {
      headers: { 'content-type': file.type, 'content-disposition': `attachment; filename="${file.name}"` }
    })
  );
});
