import assert from 'node:assert/strict';
import { test } from 'node:test';
import { validateSetup } from '../document/validate.ts';
import { PLANE } from '../../../../tests/helpers/setups.ts';
import { UNIT_SPACE } from '../units/show.ts';
import { sentenceAtField } from './field-message.ts';

const wrongAt = (part: object) => {
  const checked = validateSetup({ ...PLANE, ...part });
  assert.ok(!checked.ok);
  return checked.errors[0];
};
const plain = (text: string): string => text.replaceAll(UNIT_SPACE, ' ');

test('value and limits are told in the unit that the field shows', () => {
  const issue = wrongAt({ propulsor: { ...PLANE.propulsor, diameterM: -0.0762 } });
  assert.equal(issue.path, 'propulsor.diameterM');
  assert.match(
    plain(sentenceAtField(issue, 'propLength')),
    /is −3 in; it should be at least 0\.\d+ and at most 39\d(\.\d)? in\.$/
  );
  assert.match(
    plain(sentenceAtField(issue, 'propLength', { propLength: 'mm' })),
    /is −76\.2 mm; it should be at least 5 and at most 10 ?000 mm\.$/
  );
});

test('a limit in a figure without a unit, and sentences without figures, stand as they are', () => {
  const cells = wrongAt({ battery: { ...PLANE.battery, series: 400 } });
  assert.match(
    sentenceAtField(cells, 'count'),
    /is 400; it should be at most 60\.$|is 400; it should be at least 1 and at most 60\.$/
  );
  const words = wrongAt({ battery: { ...PLANE.battery, capacityAh: 'lots' } });
  assert.equal(sentenceAtField(words, 'capacity'), words.message);
  assert.match(words.message, /is "lots"; it should be a number\.$/);
  assert.equal(sentenceAtField({ path: '', message: 'Something.' }, 'mass'), 'Something.');
});

test('a figure that a part cannot do without is asked for by the field’s own label', () => {
  const { kvRpmPerVolt: _, ...motor } = PLANE.motor;
  const issue = wrongAt({ motor });
  assert.equal(issue.code, 'missing');
  assert.equal(
    sentenceAtField({ ...issue, values: { ...issue.values, name: 'KV' } }, 'kv'),
    'KV is not given; add it.'
  );
});

test('what is missing is said to be missing, in no programmer’s words', () => {
  const missing = wrongAt({ craft: { ...PLANE.craft, massKg: null } });
  assert.equal(missing.message, 'all-up weight is not given; add it.');
});
