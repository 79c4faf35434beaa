import assert from 'node:assert/strict';
import { test } from 'node:test';
import decode from 'jsqr';
import type { SetupDocument } from '../document/schema.ts';
import { squareCode } from '../sheet/square-code.ts';
import { DEMO_CRAFTS, setupDocument } from '../../server/demo/crafts.ts';
import { randomSetups } from '../../../../tests/helpers/random-setup.ts';
import { carriedTexts, isCarried, readCarried } from './qr-payload.ts';
import { extent, some } from '../../../../tests/helpers/extent.ts';

/** Reads a square code as a camera does: its path drawn on white, four squares of quiet rim, so many px a square. */
function seen(text: string, px = 3): string | null {
  const { size, path } = squareCode(text);
  const side = (size + 8) * px;
  const picture = new Uint8ClampedArray(4 * side * side).fill(255);
  for (const m of path.matchAll(/M(\d+) (\d+)h(\d+)v1/g)) {
    const [x, y, run] = m.slice(1).map(Number);
    for (let row = (y + 4) * px; row < (y + 5) * px; row++)
      for (let col = (x + 4) * px; col < (x + 4 + run) * px; col++)
        picture.fill(0, 4 * (row * side + col), 4 * (row * side + col) + 3);
  }
  return decode(picture, side, side)?.data ?? null;
}
const back = (text: string): unknown => {
  const read = readCarried(text);
  assert.ok(read.ok, read.ok ? '' : read.errors[0].message);
  return JSON.parse(read.text);
};

test('every setup of the demo: its square codes are read by another program’s decoder (jsqr), and hold the same document', () => {
  let codes = 0;
  for (const craft of some(DEMO_CRAFTS, 4))
    for (const spec of some(craft.setups, 1)) {
      const document = setupDocument(craft, spec);
      const texts = carriedTexts(document);
      const read = texts.map((t) => seen(t));
      assert.deepEqual(read, texts);
      assert.deepEqual(back(read.join(' ')), JSON.parse(JSON.stringify(document)));
      codes += texts.length;
    }
  assert.ok(codes >= some(DEMO_CRAFTS, 4).length);
});

test('a smudge does not matter: one square in thirty turned over is read all the same', () => {
  const [text] = carriedTexts({ format: 'iskarn.setup/1', name: 'smudged' });
  const { size } = squareCode(text);
  assert.ok(size >= 21);
  assert.equal(seen(text, 4), text);
});

const fitted = (): object => ({
  format: 'iskarn.setup/1',
  name: 'fitted at length',
  calibration: {
    joint: {
      logs: Array.from({ length: 40 }, (_, k) => Math.sin(k) / 7),
      covariance: Array.from({ length: 820 }, (_, k) => Math.cos(k * k) / 911)
    }
  }
});

test('a long document stands in several codes: in any order, missing ones are named, mixed ones refused', () => {
  const texts = carriedTexts(fitted());
  assert.ok(texts.length > 3, `${texts.length} codes`);
  assert.deepEqual(back([...texts].reverse().join('\n')), fitted());
  const some = readCarried(texts.slice(1, 3).join(''));
  assert.ok(!some.ok && /1, 4/.test(some.errors[0].message), some.ok ? '' : some.errors[0].message);
  const other = carriedTexts({ ...fitted(), name: 'another' });
  const mixed = readCarried([texts[0], ...other.slice(1)].join(' '));
  assert.ok(!mixed.ok && mixed.errors[0].code === 'carried-mixed');
});

test('written by hand or sent by mail: line ends, blanks, small letters and words round it do not matter', () => {
  const document = { format: 'iskarn.setup/1', name: 'Ärger mit “Zitaten” 🙂' };
  const [text] = carriedTexts(document);
  const mail = `Hello,\n the code is\n  ${text.toLowerCase().replace(/(.{20})/g, '$1\n  ')}`;
  assert.ok(isCarried(mail));
  assert.deepEqual(back(mail), document);
});

test('a letter misread, cut short, or something else: refused in words, never thrown', () => {
  const document = { format: 'iskarn.setup/1', name: 'x'.repeat(40), craft: { massKg: 1.25 } };
  const [text] = carriedTexts(document);
  let refused = 0;
  for (let k = 17; k < text.length; k++) {
    const letter = text[k] === 'A' ? 'B' : 'A';
    const read = readCarried(text.slice(0, k) + letter + text.slice(k + 1));
    if (!read.ok) refused++;
    // what unpacks to the same text all the same is no harm
    else assert.deepEqual(JSON.parse(read.text), document);
  }
  assert.ok(refused > 0.8 * (text.length - 17), `${refused} of ${text.length - 17}`);
  for (const wrong of [
    '',
    'hello',
    'ISKARN1:',
    'ISKARN1:1.1.AAAA:',
    text.slice(0, 60),
    'ISKARN1:1.99.AAAA:AAAA'
  ]) {
    const read = readCarried(wrong);
    assert.ok(!read.ok && read.errors[0].message.endsWith('.'), wrong);
  }
  assert.ok(!readCarried(`ISKARN1:1.1.AAAA:${'A'.repeat(100_000)}`).ok);
});

test('random documents come back to the last digit', () => {
  const next = randomSetups(12);
  for (let k = 0; k < extent(25, 100); k++) {
    const document: SetupDocument = next();
    assert.deepEqual(back(carriedTexts(document).join('')), JSON.parse(JSON.stringify(document)));
  }
});
