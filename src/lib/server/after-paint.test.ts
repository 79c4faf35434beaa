import assert from 'node:assert/strict';
import { test } from 'node:test';
import { afterPaint } from './after-paint.ts';

test('scripts of a page are asked for after a frame, or after a moment where there is none', () => {
  const html = `<script nonce="x">Promise.all([
		import("../a/start.1.js"),
		import("../a/app.2.js")
	]).then(([kit, app]) => { kit.start(app); });</script>`;
  const late = afterPaint(html);
  assert.match(late, /^<script nonce="x">new Promise\(\(go\) => \{ requestAnimationFrame/);
  assert.match(late, /setTimeout\(go, 300\)/);
  assert.match(
    late,
    /\.then\(\(\) => Promise\.all\(\[import\("\.\.\/a\/start\.1\.js"\), import\("\.\.\/a\/app\.2\.js"\)\]\)\)\.then\(\(\[kit, app\]\) =>/
  );
});

test('a page that starts in another way is left as it is', () => {
  for (const html of [
    '<p>Promise.all([one, two]).then(</p>',
    '<script type="module" src="a.js"></script>',
    ''
  ])
    assert.equal(afterPaint(html), html);
});
