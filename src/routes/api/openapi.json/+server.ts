import { json } from '@sveltejs/kit';
import { openApi } from '$lib/api/openapi';
import { version } from '../../../../package.json';

export const GET = () => json(openApi(version));
