import { error } from '@sveltejs/kit';
import { computePage } from '$lib/server/compute/page-cache';
import { listExercises } from '$lib/server/exercises';
import { CONTENTS } from '$lib/core/help/help';
import { setupRoom } from '$lib/server/setup-room';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const { db, stored, craft, settings } = setupRoom(params.id);
  if (!CONTENTS.some((p) => p.id === params.topic)) error(404, 'There is no such page of help.');
  const { schools } = settings;
  return {
    view: await computePage('help', params.topic, stored.document, schools),
    topic: params.topic,
    stored,
    craft,
    schools,
    records: listExercises(db)
  };
};
