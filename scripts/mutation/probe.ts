/** Prints a digest of a wide record of answers: two programs that print the same do the same, as far as this sees. */
import { createHash } from 'node:crypto';
import { recordOfAll, recordOfRest, recordText } from '../../tests/recorded/record.ts';

console.log(
  createHash('sha256')
    .update(recordText([...recordOfAll(24, 77, true), ...recordOfRest()]))
    .digest('hex')
);
