import type { FromSchema } from 'json-schema-to-ts';
import { otherWindings } from '../../standard-sizes/windings.ts';
import type { Motor } from '../../document/schema.ts';
import { motorSchema } from '../../document/schema/motor.ts';
import { shopWords } from '../../alternatives/shop-words.ts';
import { withArticle } from '../../text/with-article.ts';
import { alteredTo } from '../apply-change.ts';
import { torque } from '../judge-claims.ts';
import { rewound } from '../other-parts.ts';
import type { ChangeForm, ChangeKind } from './change-kind.ts';
import { anchorField, kindField } from './fields.ts';

const schema = {
  title: 'another motor',
  type: 'object',
  required: ['kind', 'motor'],
  properties: { kind: kindField('motor'), motor: motorSchema, anchor: anchorField }
} as const;
type MotorChange = FromSchema<typeof schema>;

/** Another motor on the same shaft, gear and propulsor as they are. */
export const motorKind = {
  schema,
  exchanged: ({ motor }) => ({ motor }),
  sentence: (before, { motor }, after) => {
    const other = motor.name ?? shopWords('motor', after);
    const same = motor.massKg === before.motor.massKg && !motor.name;
    return same
      ? `${withArticle(`${Math.round(motor.kvRpmPerVolt)} KV winding`)} instead of ${Math.round(before.motor.kvRpmPerVolt)} KV`
      : `${other} instead of ${before.motor.name ?? shopWords('motor', before)}`;
  },
  alter: (before, { motor }) => alteredTo(before, { ...before, motor }),
  keeps: ['motor'],
  reports: ['ways-back', 'cells-place'],
  claims: [torque]
} as const satisfies ChangeKind<MotorChange>;

const of = (motor: Motor): MotorChange => ({ kind: 'motor', motor });

export const motorForm: ChangeForm<MotorChange> = {
  words: () => 'another motor or KV',
  first: ({ motor }) => {
    const [, kv] = otherWindings(motor.kvRpmPerVolt, 'lower');
    return of(rewound(motor, kv ?? motor.kvRpmPerVolt));
  },
  pieces: ({ motor }, _from, sentence) => [
    {
      figure: {
        id: 'change-kv',
        label: 'KV',
        quantity: 'kv',
        value: motor.kvRpmPerVolt,
        next: (v, up) => otherWindings(v, up ? 'higher' : 'lower')[0] ?? v,
        set: (kv) => of(rewound(motor, kv))
      }
    },
    { words: 'KV' },
    { words: sentence, aside: true }
  ],
  taking: { part: 'motor', into: (_change, from) => from, take: of }
};
