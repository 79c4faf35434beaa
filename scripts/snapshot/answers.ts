/** `npm run snapshot -- answers` writes down anew what the core says, where a change of it is meant; the difference shows in the commit. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { recordOfAll, recordOfRest, recordText } from '../../tests/recorded/record.ts';

const path = join(import.meta.dirname, '..', '..', 'tests', 'recorded', 'answers.txt');
writeFileSync(path, recordText([...recordOfAll(12, 41), ...recordOfRest()]));
console.log('tests/recorded/answers.txt written');
