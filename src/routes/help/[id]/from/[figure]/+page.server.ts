import { redirect } from '@sveltejs/kit';
import { pageFrom } from '$lib/core/help/help';
import type { PageServerLoad } from './$types';

/** Leads from a figure's why, or a finding, to the page of help that teaches it. */
export const load: PageServerLoad = ({ params }) =>
  redirect(307, `/help/${encodeURIComponent(params.id)}/${pageFrom(params.figure).id}`);
