import { json } from '@sveltejs/kit';
import { dataFault } from '$lib/server/db/store';
import { version } from '../../../../package.json';

/** Whether Iskarn is up and can use its data; what is wrong with the data, in words. */
export const GET = () => {
  const fault = dataFault();
  return fault
    ? json({ ok: false, version, code: fault.code, message: fault.message }, { status: 503 })
    : json({ ok: true, version });
};
