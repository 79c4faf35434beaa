import { parentPort, workerData } from 'node:worker_threads';
import { searchGrid } from '../src/lib/core/search/search-grid.ts';
import { grid } from './bench-inputs.ts';

const { from, to } = workerData as { from: number; to: number };
const g = grid(from, to);
parentPort?.once('message', () => {
  parentPort?.postMessage(searchGrid(g.base, g.motors, g.packs, g.propulsors, 10, 50));
  parentPort?.close();
});
parentPort?.postMessage('ready');
