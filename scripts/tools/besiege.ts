import type { Hostile } from './hostile.ts';

/** How one hostile input was met. */
export interface Siege {
  status: number;
  ms: number;
  /** Slowest answer of health while the input was being answered, ms. */
  healthMs: number;
  message: string;
}

/** Sends an input and asks for health all the while. */
export async function besiege(address: string, input: Hostile): Promise<Siege> {
  let done = false;
  let healthMs = 0;
  const watch = (async () => {
    do {
      const asked = performance.now();
      const response = await fetch(`${address}/api/health`);
      await response.arrayBuffer();
      if (response.status !== 200) throw new Error(`health answers ${response.status} during ${input.name}`);
      healthMs = Math.max(healthMs, performance.now() - asked);
      await new Promise((resolve) => setTimeout(resolve, 5));
    } while (!done);
  })();
  const started = performance.now();
  const answer = await fetch(address + input.path, {
    method: input.method,
    headers: { 'content-type': input.type ?? 'application/json' },
    body: input.method === 'GET' ? undefined : (input.body as BodyInit)
  });
  const text = await answer.text();
  const ms = performance.now() - started;
  done = true;
  await watch;
  let message: string;
  try {
    const value = JSON.parse(text) as { message?: string; errors?: { message: string }[] };
    message = value.message ?? value.errors?.[0]?.message ?? '';
  } catch {
    message = text.slice(0, 100);
  }
  return { status: answer.status, ms, healthMs, message };
}

/** Every page of the application. */
export const PAGES = ['/', '/shelf', '/settings', '/match/1', '/match/2'];
