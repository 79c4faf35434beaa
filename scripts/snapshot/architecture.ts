/** Draws the floors of the house from the imports: `npm run snapshot -- architecture` writes docs/architecture.md; a test compares it. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { architecture } from '../tools/architecture.ts';

const file = join(import.meta.dirname, '..', '..', 'docs', 'architecture.md');
writeFileSync(file, architecture());
console.log(`iskarn: ${file} written`);
