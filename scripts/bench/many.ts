/** How long the pages take with thousands of setups: `npm run bench -- many [count]`. Prints times; judges nothing. */
import { rmSync } from 'node:fs';
import { manySetups } from '../tools/many.ts';
import { endServer, launchServer } from '../../tests/helpers/server.ts';

const count = Number(process.argv[2] ?? 5000);
const { folder, setupId } = manySetups(count);
const server = await launchServer(folder);
await server.up();

/** Times of one page, ms: until its first byte, and until its last. */
async function times(path: string): Promise<{ status: number; first: number; last: number; bytes: number }> {
  const from = performance.now();
  const response = await fetch(server.address + path);
  const reader = (response.body as ReadableStream<Uint8Array>).getReader();
  let first = 0;
  let bytes = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (first === 0) first = performance.now() - from;
    if (done) break;
    bytes += value.byteLength;
  }
  return { status: response.status, first, last: performance.now() - from, bytes };
}

console.log(`${count} setups, half of them of one craft`);
try {
  for (const round of ['just started', 'a second time', 'a third time'])
    for (const path of [
      '/',
      '/?from=600',
      `/match/${setupId}?older=1200`,
      `/match/${setupId}`,
      '/match/1',
      '/shelf',
      '/settings'
    ]) {
      const t = await times(path);
      console.log(
        `${round.padEnd(14)} ${path.padEnd(24)} ${t.status}  first byte ${t.first.toFixed(0).padStart(5)} ms, last ${t.last.toFixed(0).padStart(6)} ms, ${(t.bytes / 1000).toFixed(0)} kB`
      );
    }
} finally {
  await endServer(server);
  rmSync(folder, { recursive: true, force: true });
}
