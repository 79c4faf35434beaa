import { markCraft } from '$lib/server/crafts';
import { store } from '$lib/server/db/store';
import { exportCraft } from '$lib/server/craft-exchange';
import { idOf, respond } from '$lib/server/http';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) => respond(exportCraft(store(), idOf(params.id)));

export const DELETE: RequestHandler = ({ params }) => respond(markCraft(store(), idOf(params.id), true));

export const POST: RequestHandler = ({ params }) => respond(markCraft(store(), idOf(params.id), false));
