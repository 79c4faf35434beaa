import type { Schema } from '../../core/document/typed-schema.ts';

/** Points to a schema of the description by its name there. */
export const reference = <T>(name: string): Schema<T> => ({ $ref: `#/components/schemas/${name}` });
