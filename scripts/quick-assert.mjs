// Loaded before the tests. A failing `assert.ok(x)` without words makes Node 20 read the source again for the words of `x`, at
// the column of the compiled file, which is one long line: the search goes on for minutes at full load, so that a red test looks
// like an endless loop. With any words of its own it fails at once; the trace still leads to the line.
import assert from 'node:assert/strict';

const ok = assert.ok;
assert.ok = function quickOk(value, message = 'expected to be true, see the line below') {
  ok(value, message);
};
