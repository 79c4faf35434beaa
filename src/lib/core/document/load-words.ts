import { USUAL_LOADS } from '../parts/bec/loads.ts';
import { servoSize } from '../parts/bec/servo-sizes.ts';
import type { Load } from './schema.ts';

/** Name of a load: its own, or its kind's with the size of a servo. */
export function loadTitle(load: Load): string {
  if (load.name?.trim()) return load.name;
  if (load.kind !== 'servo') return USUAL_LOADS[load.kind].title;
  const size = servoSize(load.size);
  return size ? `${size.title.split(',')[0]} servo` : 'servo';
}
