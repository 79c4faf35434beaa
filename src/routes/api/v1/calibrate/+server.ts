import { compute } from '$lib/server/compute/pool';
import { endpoint, textOf } from '$lib/server/http';
import { found, invalid } from '$lib/server/outcome';

export const POST = endpoint(async ({ request }) => {
  const text = await textOf(request);
  if (!text.ok) return text;
  const result = await compute('calibrate', text.value);
  return result.ok ? found(result.answer) : invalid(result.errors.errors);
});
